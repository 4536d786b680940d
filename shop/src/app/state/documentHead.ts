import { DOCUMENT, effect, inject, Injectable } from '@angular/core';
import { Meta, Title } from '@angular/platform-browser';
import { shopHref, ShopState } from './shopState';

/** Title, description, language and what search engines are told, in step with the model. */
@Injectable({ providedIn: 'root' })
export class DocumentHead {
  private readonly document = inject(DOCUMENT);
  private readonly title = inject(Title);
  private readonly meta = inject(Meta);
  private readonly state = inject(ShopState);

  constructor() {
    this.write();
    effect(() => this.write());
  }

  private write(): void {
    const { lang, meta } = this.state.model().frame;
    this.document.documentElement.lang = lang;
    this.title.setTitle(meta.title);
    this.meta.updateTag({ name: 'description', content: meta.description });
    this.meta.updateTag({ name: 'robots', content: meta.robots });
    let link = this.document.head.querySelector<HTMLLinkElement>('link[rel="canonical"]');
    if (!link) {
      link = this.document.createElement('link');
      link.rel = 'canonical';
      this.document.head.appendChild(link);
    }
    link.href = shopHref(meta.canonical);
  }
}
