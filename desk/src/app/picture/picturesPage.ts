import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { PictureLibraryView } from './pictureLibrary';
import { PictureSizes } from './pictureSizes';

/** The library of pictures with the ways in, or the sizes that are made of them. */
@Component({
  selector: 'desk-pictures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PictureLibraryView, PictureSizes],
  template: `
    <div class="page">
      <header>
        <h1>Pictures</h1>
        <p>
          @if (view() === 'sizes') {
            Every picture is kept in several widths, as AVIF, WebP and, for old browsers, JPEG; never larger
            than its original.
          } @else {
            Product files and products speak of pictures by these names. What changes here holds at once.
          }
        </p>
        <span class="views" role="group" aria-label="What is shown">
          <button type="button" [attr.aria-pressed]="view() !== 'sizes'" (click)="show(null)">Library</button>
          <button type="button" [attr.aria-pressed]="view() === 'sizes'" (click)="show('sizes')">
            Sizes
          </button>
        </span>
      </header>
      @if (view() === 'sizes') {
        <desk-picture-sizes />
      } @else {
        <desk-picture-library
          [q]="q() ?? ''"
          [unused]="unused() === '1'"
          [silent]="silent() === '1'"
          [picture]="picture() ?? null"
        />
      }
    </div>
  `,
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss'],
})
export class PicturesPage {
  private readonly router = inject(Router);
  readonly view = input<string>();
  readonly q = input<string>();
  readonly unused = input<string>();
  readonly silent = input<string>();
  /** The picture that is open, by its name. */
  readonly picture = input<string>();

  protected show(view: string | null): void {
    void this.router.navigate([], { queryParams: { view } });
  }
}
