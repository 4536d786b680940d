import {
  HarnessEnvironment,
  TestKey,
  type ComponentHarness,
  type ComponentHarnessConstructor,
  type ElementDimensions,
  type EventData,
  type HarnessQuery,
  type ModifierKeys,
  type TestElement,
  type TextOptions,
} from '@angular/cdk/testing';
import type { ElementHandle, KeyInput, Page } from 'puppeteer-core';
import { pressElement } from './browser';

type Element_ = ElementHandle<HTMLElement>;

const KEYS: Readonly<Record<TestKey, KeyInput>> = {
  [TestKey.BACKSPACE]: 'Backspace',
  [TestKey.TAB]: 'Tab',
  [TestKey.ENTER]: 'Enter',
  [TestKey.SHIFT]: 'Shift',
  [TestKey.CONTROL]: 'Control',
  [TestKey.ALT]: 'Alt',
  [TestKey.ESCAPE]: 'Escape',
  [TestKey.PAGE_UP]: 'PageUp',
  [TestKey.PAGE_DOWN]: 'PageDown',
  [TestKey.END]: 'End',
  [TestKey.HOME]: 'Home',
  [TestKey.LEFT_ARROW]: 'ArrowLeft',
  [TestKey.UP_ARROW]: 'ArrowUp',
  [TestKey.RIGHT_ARROW]: 'ArrowRight',
  [TestKey.DOWN_ARROW]: 'ArrowDown',
  [TestKey.INSERT]: 'Insert',
  [TestKey.DELETE]: 'Delete',
  [TestKey.F1]: 'F1',
  [TestKey.F2]: 'F2',
  [TestKey.F3]: 'F3',
  [TestKey.F4]: 'F4',
  [TestKey.F5]: 'F5',
  [TestKey.F6]: 'F6',
  [TestKey.F7]: 'F7',
  [TestKey.F8]: 'F8',
  [TestKey.F9]: 'F9',
  [TestKey.F10]: 'F10',
  [TestKey.F11]: 'F11',
  [TestKey.F12]: 'F12',
  [TestKey.META]: 'Meta',
  [TestKey.COMMA]: ',',
};

/** An element of a real page, as the harnesses of components use it. */
class PageElement implements TestElement {
  constructor(
    readonly element: Element_,
    private readonly page: Page,
  ) {}

  blur(): Promise<void> {
    return this.element.evaluate((element) => element.blur());
  }

  async clear(): Promise<void> {
    await this.focus();
    await this.element.evaluate((element) => (element as HTMLInputElement).select?.());
    await this.page.keyboard.press('Backspace');
  }

  click(): Promise<void> {
    return pressElement(this.element);
  }

  rightClick(): Promise<void> {
    return this.element.click({ button: 'right' });
  }

  focus(): Promise<void> {
    return this.element.focus();
  }

  getCssValue(property: string): Promise<string> {
    return this.element.evaluate(
      (element, name) => getComputedStyle(element).getPropertyValue(name),
      property,
    );
  }

  hover(): Promise<void> {
    return this.element.hover();
  }

  mouseAway(): Promise<void> {
    return this.page.mouse.move(0, 0);
  }

  sendKeys(...keys: (string | TestKey)[]): Promise<void>;
  sendKeys(modifiers: ModifierKeys, ...keys: (string | TestKey)[]): Promise<void>;
  async sendKeys(...all: (ModifierKeys | string | TestKey)[]): Promise<void> {
    const [first, ...rest] = all;
    const held = typeof first === 'object' ? first : {};
    const keys = (typeof first === 'object' ? rest : all) as (string | TestKey)[];
    const { keyboard } = this.page;
    const down = (
      [
        [held.control, 'Control'],
        [held.alt, 'Alt'],
        [held.shift, 'Shift'],
        [held.meta, 'Meta'],
      ] as const
    ).flatMap(([is, key]) => (is ? [key] : []));
    await this.focus();
    for (const key of down) await keyboard.down(key);
    for (const key of keys)
      if (typeof key === 'string') await keyboard.type(key);
      else await keyboard.press(KEYS[key]);
    for (const key of down) await keyboard.up(key);
  }

  text(options: TextOptions = {}): Promise<string> {
    return this.element.evaluate((element, without) => {
      if (!without) return (element.textContent ?? '').trim();
      const copy = element.cloneNode(true) as HTMLElement;
      for (const left of copy.querySelectorAll(without)) left.remove();
      return (copy.textContent ?? '').trim();
    }, options.exclude);
  }

  setContenteditableValue(value: string): Promise<void> {
    return this.element.evaluate((element, text) => {
      element.textContent = text;
    }, value);
  }

  getAttribute(name: string): Promise<string | null> {
    return this.element.evaluate((element, wanted) => element.getAttribute(wanted), name);
  }

  hasClass(name: string): Promise<boolean> {
    return this.element.evaluate((element, wanted) => element.classList.contains(wanted), name);
  }

  getDimensions(): Promise<ElementDimensions> {
    return this.element.evaluate((element) => {
      const { left, top, width, height } = element.getBoundingClientRect();
      return { left, top, width, height };
    });
  }

  getProperty<T>(name: string): Promise<T> {
    return this.element.evaluate(
      (element, wanted) => (element as unknown as Record<string, unknown>)[wanted],
      name,
    ) as Promise<T>;
  }

  setInputValue(value: string): Promise<void> {
    return this.element.evaluate((element, text) => {
      (element as HTMLInputElement).value = text;
    }, value);
  }

  selectOptions(...indexes: number[]): Promise<void> {
    return this.element.evaluate((element, wanted) => {
      for (const [at, option] of [...(element as HTMLSelectElement).options].entries())
        option.selected = wanted.includes(at);
      element.dispatchEvent(new Event('change', { bubbles: true }));
    }, indexes);
  }

  matchesSelector(selector: string): Promise<boolean> {
    return this.element.evaluate((element, wanted) => element.matches(wanted), selector);
  }

  isFocused(): Promise<boolean> {
    return this.element.evaluate((element) => element === document.activeElement);
  }

  dispatchEvent(name: string, data: Record<string, EventData> = {}): Promise<void> {
    return this.element.evaluate(
      (element, type, more) => {
        element.dispatchEvent(Object.assign(new Event(type, { bubbles: true }), more));
      },
      name,
      data,
    );
  }
}

/** Lets the desk's harnesses find their components on a page of a real browser. */
class PageEnvironment extends HarnessEnvironment<Element_> {
  constructor(
    root: Element_,
    private readonly body: Element_,
    private readonly page: Page,
  ) {
    super(root);
  }

  /** A real page comes to rest by itself; what a story expects of it, it waits for. */
  forceStabilize(): Promise<void> {
    return this.page.evaluate(
      () => new Promise<void>((resolve) => requestAnimationFrame(() => setTimeout(resolve))),
    );
  }

  async waitForTasksOutsideAngular(): Promise<void> {
    await this.page.waitForNetworkIdle({ idleTime: 100 });
  }

  protected getDocumentRoot(): Element_ {
    return this.body;
  }

  protected createTestElement(element: Element_): TestElement {
    return new PageElement(element, this.page);
  }

  protected createEnvironment(element: Element_): HarnessEnvironment<Element_> {
    return new PageEnvironment(element, this.body, this.page);
  }

  protected async getAllRawElements(selector: string): Promise<Element_[]> {
    return (await this.rawRootElement.$$(selector)) as Element_[];
  }
}

/** A control of the desk on a page, once it is there. */
export async function harness<H extends ComponentHarness>(
  page: Page,
  query: HarnessQuery<H> & ({ getSelector: () => string } | ComponentHarnessConstructor<H>),
): Promise<H> {
  await page.waitForSelector('getSelector' in query ? query.getSelector() : query.hostSelector);
  const body = (await page.$('body')) as Element_;
  return new PageEnvironment(body, body, page).getHarness(query);
}
