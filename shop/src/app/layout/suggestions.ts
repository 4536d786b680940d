import type { Suggestions } from '@fond/contract';
import { callApi } from '../state/callApi';
import { shopHref } from '../state/shopState';
import { suggestionWordsIn } from '../words/suggestionWords';

/** Milliseconds after the last letter until the shop is asked. */
const PAUSE = 120;
const LIST = 'suggestions';

const heard = new WeakSet<HTMLInputElement>();

/** Proposes aisles and products below a search field while somebody types in it. Further calls for one field do nothing. */
export function suggestIn(field: HTMLInputElement): void {
  if (heard.has(field)) return;
  heard.add(field);
  new Combobox(field).start();
}

/**
 * The combobox of the WAI-ARIA Authoring Practices with a list of options: the focus stays in the field, arrows walk the
 * options, Enter follows one, Escape closes.
 */
class Combobox {
  private readonly list = document.createElement('div');
  private readonly status = document.createElement('p');
  private timer: ReturnType<typeof setTimeout> | undefined;
  private asking: AbortController | null = null;
  private active = -1;

  constructor(private readonly field: HTMLInputElement) {}

  start(): void {
    const { field, list, status } = this;
    list.id = LIST;
    list.className = 'suggestions';
    list.setAttribute('role', 'listbox');
    list.hidden = true;
    status.className = 'unseen';
    status.setAttribute('role', 'status');
    // Behind all that the head has by itself, so that it still comes to life as it was written.
    (field.closest('header') ?? document.body).append(list, status);
    for (const [name, value] of [
      ['role', 'combobox'],
      ['autocomplete', 'off'],
      ['aria-autocomplete', 'list'],
      ['aria-controls', LIST],
      ['aria-expanded', 'false'],
    ])
      field.setAttribute(name, value);
    list.setAttribute('aria-label', field.getAttribute('aria-label') ?? '');
    field.addEventListener('input', () => this.typed());
    field.addEventListener('keydown', (event) => this.onKey(event));
    field.addEventListener('focus', () => this.typed());
    field.addEventListener('blur', () => this.close());
    // The field would lose the focus, and the list go, before the click is one.
    list.addEventListener('mousedown', (event) => event.preventDefault());
    list.addEventListener('click', () => this.close());
    addEventListener('resize', () => this.place());
    addEventListener('scroll', () => this.place(), { passive: true });
    this.typed();
  }

  private typed(): void {
    clearTimeout(this.timer);
    this.asking?.abort();
    const q = this.field.value.trim();
    if (q.length < 2) this.close();
    else this.timer = setTimeout(() => void this.ask(q), PAUSE);
  }

  private async ask(q: string): Promise<void> {
    this.asking = new AbortController();
    const { signal } = this.asking;
    const lang = document.documentElement.lang;
    try {
      const answer = await callApi('suggestions', { query: { q, lang }, signal });
      if (answer.ok && !signal.aborted) this.show(q, (await answer.json()) as Suggestions, lang);
    } catch {
      // Without an answer the field searches as it does without suggestions.
      if (!signal.aborted) this.close();
    }
  }

  private show(q: string, { queries, aisles, products, total }: Suggestions, lang: string): void {
    if (this.field.value.trim() !== q || document.activeElement !== this.field) return;
    const words = suggestionWordsIn(lang);
    const groups = [
      this.group(
        words.queries,
        queries.map(({ text, href }) => option(href, [textOf('span', text)])),
      ),
      this.group(
        words.aisles,
        aisles.map(({ title, href, count }) =>
          option(href, [textOf('span', title), textOf('small', `${count}`)]),
        ),
      ),
      this.group(
        words.products,
        products.map(({ title, href, price, image }) =>
          option(href, [pictureOf(image), textOf('span', title), textOf('small', price ?? '')]),
        ),
      ),
    ];
    const all = option(this.allOf(q), [textOf('span', words.all(total, q))]);
    this.list.replaceChildren(...groups.flat(), ...(total ? [all] : []));
    this.options().forEach((one, at) => (one.id = `${LIST}-${at}`));
    this.active = -1;
    this.field.removeAttribute('aria-activedescendant');
    const count = this.options().length;
    this.status.textContent = count ? words.told(count) : '';
    if (!count) return this.close();
    this.list.hidden = false;
    this.field.setAttribute('aria-expanded', 'true');
    this.place();
  }

  private group(name: string, options: readonly HTMLElement[]): HTMLElement[] {
    if (!options.length) return [];
    const group = document.createElement('div');
    group.setAttribute('role', 'group');
    group.setAttribute('aria-label', name);
    const head = textOf('b', name);
    head.setAttribute('role', 'presentation');
    group.append(head, ...options);
    return [group];
  }

  /** Where the form itself would lead. */
  private allOf(q: string): string {
    const lang = this.field.form?.querySelector<HTMLInputElement>('[name="lang"]')?.value;
    return `/search?${new URLSearchParams({ q, ...(lang && { lang }) })}`;
  }

  private options(): HTMLElement[] {
    return [...this.list.querySelectorAll<HTMLElement>('[role="option"]')];
  }

  private onKey(event: KeyboardEvent): void {
    if (event.key === 'Escape' && !this.list.hidden) {
      event.preventDefault();
      this.close();
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      if (this.list.hidden) this.typed();
      else this.walk(event.key === 'ArrowDown' ? 1 : -1);
    } else if (event.key === 'Enter' && this.active >= 0) {
      event.preventDefault();
      this.options()[this.active].click();
    }
  }

  /** Behind the last option, and before the first, the field itself has its turn. */
  private walk(step: number): void {
    const options = this.options();
    const turns = options.length + 1;
    this.active = ((this.active + 1 + step + turns) % turns) - 1;
    options.forEach((one, at) => one.setAttribute('aria-selected', String(at === this.active)));
    if (this.active < 0) this.field.removeAttribute('aria-activedescendant');
    else {
      this.field.setAttribute('aria-activedescendant', options[this.active].id);
      options[this.active].scrollIntoView({ block: 'nearest' });
    }
  }

  private close(): void {
    clearTimeout(this.timer);
    this.asking?.abort();
    this.list.hidden = true;
    this.active = -1;
    this.status.textContent = '';
    this.field.setAttribute('aria-expanded', 'false');
    this.field.removeAttribute('aria-activedescendant');
  }

  private place(): void {
    if (this.list.hidden) return;
    const { left, bottom, width } = (this.field.form ?? this.field).getBoundingClientRect();
    Object.assign(this.list.style, {
      left: `${left}px`,
      top: `${bottom + 4}px`,
      width: `${width}px`,
      maxHeight: `${Math.max(160, innerHeight - bottom - 12)}px`,
    });
  }
}

function option(href: string, parts: readonly Node[]): HTMLElement {
  const link = document.createElement('a');
  link.href = shopHref(href);
  link.tabIndex = -1;
  link.setAttribute('role', 'option');
  link.setAttribute('aria-selected', 'false');
  link.append(...parts);
  return link;
}

function textOf(tag: 'span' | 'small' | 'b', text: string): HTMLElement {
  const element = document.createElement(tag);
  element.textContent = text;
  return element;
}

function pictureOf(address: string | null): HTMLElement {
  if (address === null) {
    const none = document.createElement('i');
    none.className = 'no-picture';
    return none;
  }
  const picture = document.createElement('img');
  Object.assign(picture, { src: address, alt: '', width: 40, height: 40 });
  return picture;
}
