import { DOCUMENT, effect, inject, Injectable } from '@angular/core';
import type { ShopFrame } from '@fond/core';
import { pictureAt } from '../picture/picture';
import { PreviewFrame } from './previewFrame';
import { shopHref, ShopState } from './shopState';

/** Width of a picture that others show beside the page's address. */
const OTHERS_WIDTH = 960;

/**
 * Title, description, language, look and what search engines are told, in step with the model. It does without Angular's
 * services for it, which would come with every page's first script.
 */
@Injectable({ providedIn: 'root' })
export class DocumentHead {
  private readonly document = inject(DOCUMENT);
  private readonly state = inject(ShopState);
  private readonly frame = inject(PreviewFrame);
  /** Whether a page was told of already: the next one is another. */
  private told = false;
  /** Of the draft in the desk's window. */
  private sheet: CSSStyleSheet | null = null;

  constructor() {
    this.write();
    effect(() => this.write());
  }

  private write(): void {
    const { lang, meta, look, ownFonts, css } = this.state.model().frame;
    const root = this.document.documentElement;
    root.lang = lang;
    const style = Object.entries(look?.variables ?? {}).map(([name, value]) => `--${name}:${value}`);
    if (style.length) root.setAttribute('style', style.join(';'));
    else root.removeAttribute('style');
    root.classList.toggle('dark-too', look?.dark ?? false);
    this.lay(look?.widths ?? null);
    for (const file of look?.fonts ?? []) this.fetchEarly(file);
    for (const font of ownFonts) this.name(font);
    this.wear(css);
    this.document.title = meta.title;
    this.say('name', 'description', meta.description);
    this.say('name', 'robots', meta.robots);
    this.tell(this.state.model().frame);
    this.offer('search', 'application/opensearchdescription+xml', '/search-description.xml');
    this.offer('alternate', 'application/atom+xml', '/feed.xml');
  }

  /** What the page is called elsewhere, and where it stands in each language. */
  private tell({ lang, title, meta, languages }: ShopFrame): void {
    const { head, location } = this.document;
    const origin = meta.origin ?? location.origin;
    const absolute = (href: string): string => origin + shopHref(href);
    // What the server said of another page in words for machines alone.
    if (this.told) head.querySelector('script[type="application/ld+json"]')?.remove();
    this.told = true;
    for (const link of head.querySelectorAll('link[rel="canonical"], link[hreflang]')) link.remove();
    const add = (rel: string, href: string, hreflang?: string): void => {
      const link = this.document.createElement('link');
      link.rel = rel;
      link.setAttribute('href', href);
      if (hreflang !== undefined) link.setAttribute('hreflang', hreflang);
      head.appendChild(link);
    };
    if (meta.canonical !== null) add('canonical', absolute(meta.canonical));
    if (meta.robots === 'index,follow' && languages.length > 1) {
      for (const one of languages) add('alternate', absolute(one.href), one.lang);
      add('alternate', absolute(languages[0].href), 'x-default');
    }
    const graph: Readonly<Record<string, string | null>> = {
      'og:type': meta.kind,
      'og:title': meta.title,
      'og:description': meta.description,
      'og:site_name': title,
      'og:locale': lang,
      'og:url': meta.canonical && absolute(meta.canonical),
      'og:image': meta.image && origin + pictureAt(meta.image.hash, OTHERS_WIDTH) + '.jpg',
    };
    for (const [property, content] of Object.entries(graph)) this.say('property', property, content || null);
  }

  /** One line for machines; null takes it away. */
  private say(kind: 'name' | 'property', name: string, content: string | null): void {
    const { head } = this.document;
    let line = head.querySelector(`meta[${kind}="${name}"]`);
    if (content === null) return line?.remove();
    if (!line) {
      line = this.document.createElement('meta');
      line.setAttribute(kind, name);
      head.appendChild(line);
    }
    line.setAttribute('content', content);
  }

  /** A file about the shop, in the page's language, that browsers and feed readers find by a link. */
  private offer(rel: string, type: string, file: string): void {
    const { head } = this.document;
    let link = head.querySelector<HTMLLinkElement>(`link[type="${type}"]`);
    if (!link) {
      link = this.document.createElement('link');
      link.rel = rel;
      link.type = type;
      head.appendChild(link);
    }
    link.title = this.state.model().frame.title;
    link.href = this.state.plain(file);
  }

  /** The style sheet of the shop, with the widths at which its pages change. */
  private lay(widths: string | null): void {
    const link = this.document.head.querySelector<HTMLLinkElement>('link[rel="stylesheet"][href*="styles-"]');
    const [href] = link?.getAttribute('href')?.split('?') ?? [];
    if (!link || !href) return;
    const wanted = widths === null ? href : `${href}?widths=${widths}`;
    if (link.getAttribute('href') !== wanted) link.setAttribute('href', wanted);
  }

  /** Asks for a font before any style does, so that words don't move when it comes. */
  private fetchEarly(file: string): void {
    const href = `/shop/fonts/${file}-latin-wght-normal.woff2`;
    const { head } = this.document;
    if (head.querySelector(`link[rel="preload"][href="${href}"]`)) return;
    const link = this.document.createElement('link');
    link.rel = 'preload';
    link.href = href;
    link.setAttribute('as', 'font');
    link.type = 'font/woff2';
    link.crossOrigin = 'anonymous';
    head.appendChild(link);
  }

  /** Says where families of the shop's own come from; one that another page has asked for stays. */
  private name(font: string): void {
    // Who chooses one in the desk's window waits to see it.
    const href = `/shop/fonts/own/${font}.css${this.frame.inside ? '?shown=at-once' : ''}`;
    const { head } = this.document;
    if (head.querySelector(`link[href="${href}"]`)) return;
    const link = this.document.createElement('link');
    link.rel = 'stylesheet';
    link.setAttribute('href', href);
    head.appendChild(link);
  }

  /** The plan's own CSS: as a file that the page asks for, or, in the desk's window, as a sheet of the document. */
  private wear(css: ShopFrame['css']): void {
    const { head } = this.document;
    const href = css && 'href' in css ? shopHref(css.href) : null;
    let link = head.querySelector<HTMLLinkElement>('link[data-plan]');
    if (link && link.getAttribute('href') !== href) {
      link.remove();
      link = null;
    }
    if (href && !link) {
      link = this.document.createElement('link');
      link.rel = 'stylesheet';
      link.setAttribute('href', href);
      link.setAttribute('data-plan', '');
      head.appendChild(link);
    }
    if (typeof CSSStyleSheet === 'undefined' || !('adoptedStyleSheets' in this.document)) return;
    const sheets = this.document.adoptedStyleSheets.filter((sheet) => sheet !== this.sheet);
    this.sheet = null;
    if (css && 'text' in css) {
      this.sheet = new CSSStyleSheet();
      this.sheet.replaceSync(css.text);
      sheets.push(this.sheet);
    }
    this.document.adoptedStyleSheets = sheets;
  }
}
