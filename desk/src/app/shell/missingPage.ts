import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'desk-missing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="blank">
      <h1>There is no screen at this address</h1>
      <p>Nothing is lost. All aisles stand on the <a routerLink="/floor">floor</a>.</p>
    </div>
  `,
})
export class MissingPage {}
