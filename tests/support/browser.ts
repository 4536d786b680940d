import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import puppeteer, {
  type Browser,
  type BrowserContext,
  type ElementHandle,
  type Frame,
  type HTTPRequest,
  type Page,
} from 'puppeteer-core';
import { DEMO_SIGN_IN } from '../../server/src/person/demoSignIn';

const ARGUMENTS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // Pages of one session share a process, and what it has read and compiled.
  '--process-per-site',
];

/** Debian's Chromium with a fresh profile, and what its pages complained of. */
export class TestBrowser {
  readonly complaints: string[] = [];
  private signedIn: BrowserContext | null = null;

  private constructor(
    private readonly browser: Browser,
    private readonly profile: string,
    readonly baseUrl: string,
    private readonly afterwards: () => Promise<void>,
  ) {}

  /** Where other programs can reach the browser by its own protocol. */
  get port(): number {
    return Number(new URL(this.browser.wsEndpoint()).port);
  }

  /** @param afterwards What to do once the browser is closed. */
  static async launch(
    baseUrl: string,
    afterwards: () => Promise<void> = () => Promise.resolve(),
  ): Promise<TestBrowser> {
    const profile = await mkdtemp(path.join(tmpdir(), 'fond-chromium-'));
    const browser = await puppeteer.launch({
      executablePath: '/usr/bin/chromium-headless-shell',
      headless: 'shell',
      userDataDir: profile,
      args: ARGUMENTS,
    });
    return new TestBrowser(browser, profile, baseUrl, afterwards);
  }

  async close(): Promise<void> {
    await this.browser.close();
    await rm(this.profile, { recursive: true, force: true });
    await this.afterwards();
  }

  /** Those that are open. */
  async pages(): Promise<Page[]> {
    return (await this.browser.pages()).filter((page) => page.url() !== 'about:blank');
  }

  /** A page in a session of its own. */
  async page(width = 1280, height = 800): Promise<Page> {
    return this.open(await this.browser.createBrowserContext(), width, height);
  }

  private async open(context: BrowserContext, width: number, height: number): Promise<Page> {
    const page = await context.newPage();
    page.setDefaultTimeout(60_000);
    await page.setViewport({ width, height });
    page.on('pageerror', (error) => this.complaints.push(String(error)));
    page.on('console', (message) => {
      if (message.type() === 'error')
        this.complaints.push(`${message.text()} ${message.location().url ?? ''}`);
    });
    return page;
  }

  /** A page of somebody who has signed in through the sign-in page, in one session with the others. */
  async desk(address: string, width = 1280, height = 800): Promise<Page> {
    if (this.signedIn) {
      await this.settled();
      const page = await this.open(this.signedIn, width, height);
      await page.goto(`${this.baseUrl}${address}`);
      return page;
    }
    const page = await this.page(width, height);
    this.signedIn = page.browserContext();
    await page.goto(`${this.baseUrl}/sign-in?returnTo=${encodeURIComponent(address)}`);
    await page.locator('input[type=email]').fill(DEMO_SIGN_IN.email);
    await page.locator('input[type=password]').fill(DEMO_SIGN_IN.password);
    await press(page, 'button[type=submit]');
    await page.waitForFunction(
      (wanted) => decodeURIComponent(location.pathname + location.search) === wanted,
      {},
      decodeURIComponent(address),
    );
    return page;
  }

  /** Edits on their way are kept in the session's browser, where the next page would take them for its own. */
  private async settled(): Promise<void> {
    for (const page of await this.signedIn!.pages())
      await page.waitForFunction(
        () => !document.querySelector('.saving:not(.saved, .waiting, .conflict, .refused)'),
      );
  }
}

/** Waits until what the page says of itself is what is expected; tells both when it never is. */
export async function eventually<T>(
  place: Page | Frame,
  read: (() => T) | string,
  expected: (value: T) => boolean,
): Promise<T> {
  const limit = Date.now() + 60_000;
  for (;;) {
    const value = (await place.evaluate(read)) as T;
    if (expected(value)) return value;
    if (Date.now() > limit) throw new Error(`The page went on saying: ${JSON.stringify(value)}`);
    await new Promise((resolve) => setTimeout(resolve, 40));
  }
}

export const textOf = (place: Page | Frame, selector: string): Promise<string> =>
  place.$eval(selector, (element) => (element.textContent ?? '').replace(/\s+/g, ' ').trim());

/** Waits until a place on the page says something; what it says arrives when it has been asked for. */
export const says = (place: Page | Frame, selector: string, text: string): Promise<string> =>
  eventually(
    place,
    `(document.querySelector(${JSON.stringify(selector)})?.textContent ?? '').replace(/\\s+/g, ' ').trim()`,
    (said: string) => said.includes(text),
  );

/** The shop in the desk's window, once its application runs. */
export async function frameOf(page: Page, selector = 'desk-window iframe'): Promise<Frame> {
  const element = await page.waitForSelector(selector);
  const frame = (await element!.contentFrame())!;
  await frame.waitForFunction(() => document.documentElement.classList.contains('in-window'));
  return frame;
}

/** Chooses an entry of a list by what it says, once it is offered. */
export async function choose(page: Page, selector: string, text: string): Promise<void> {
  const value = await eventually(
    page,
    `[...document.querySelectorAll(${JSON.stringify(`${selector} option`)})]
      .find((option) => option.textContent.trim() === ${JSON.stringify(text)})?.value ?? ''`,
    (found: string) => found !== '',
  );
  await page.select(selector, value);
}

/** Types a day into a field of one, as people write it, and leaves the field. */
export async function typeDay(page: Page, field: string, day: string): Promise<void> {
  await page.locator(`input[aria-label="${field}"]`).fill(day);
  await page.keyboard.press('Tab');
}

/** Adds a fixture where its button stands, by what the button says. */
export async function addFixture(page: Page, where: string, what: string): Promise<void> {
  const button = `[aria-label="${where}"]`;
  await page.waitForSelector(button);
  await page.focus(button);
  await page.keyboard.press('Enter');
  await press(page, `button[mat-menu-item]::-p-text(${what})`);
  // While the menu fades away it still takes clicks that are meant for what lies below.
  await page.waitForFunction(() => !document.querySelector('.cdk-overlay-backdrop'));
}

/** A button by what it says. */
export const button = (text: string): string => `button::-p-text(${text})`;

/**
 * Clicks an element once, as soon as it can be used: it is there, enabled, at rest, and nothing lies over its middle. It
 * is looked at and clicked in one breath, since between the two a page could put something else in its place.
 */
export async function pressElement(element: ElementHandle<Element>): Promise<void> {
  const limit = Date.now() + 30_000;
  for (;;) {
    const trouble = await element
      .evaluate(async (target) => {
        // No function with a name of its own: the loaders of scripts mark those with what the page doesn’t know.
        if (!target.isConnected) return 'it is gone';
        if ((target as HTMLButtonElement).disabled) return 'it is disabled';
        // Words of a sentence may stand in several lines; between them is nothing of theirs.
        const before = target.getClientRects()[0] ?? target.getBoundingClientRect();
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        const box = target.getClientRects()[0] ?? target.getBoundingClientRect();
        if (box.top !== before.top || box.left !== before.left) return 'it moves';
        if (!box.width || !box.height) return 'it has no size';
        const over = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
        if (!over || !target.contains(over)) {
          // Perhaps it is only further down, or below a bar that stays in view.
          target.scrollIntoView({ block: 'center', inline: 'nearest', behavior: 'instant' });
          return over ? `${over.outerHTML.slice(0, 80)} lies over it` : 'it is out of view';
        }
        over
          .closest<HTMLElement>('a, button, input, select, textarea, [tabindex]')
          ?.focus({ preventScroll: true });
        if (over instanceof HTMLElement) over.click();
        else over.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true }));
        return '';
      })
      // The click led to another page.
      .catch((error: Error) => {
        if (/context was destroyed|cannot find context|target navigated|detached/i.test(error.message))
          return '';
        throw error;
      });
    if (!trouble) return;
    if (trouble === 'it is gone' || Date.now() > limit) throw new Gone(trouble);
    await new Promise((resolve) => setTimeout(resolve, 40));
  }
}

class Gone extends Error {}

/** Clicks what a selector finds, once; what was replaced before it could be clicked is looked for again. */
export async function press(page: Page, selector: string): Promise<void> {
  const limit = Date.now() + 30_000;
  for (;;) {
    const element = (await page.waitForSelector(selector, { visible: true }))!;
    try {
      return await pressElement(element);
    } catch (error) {
      if (!(error instanceof Gone) || Date.now() > limit)
        throw new Error(`${selector} can’t be pressed: ${String(error)}`, { cause: error });
    }
  }
}

/** Keeps the next request to an address back, until it is let go; all later ones overtake it. */
export async function holdNext(page: Page, address: string): Promise<() => Promise<void>> {
  let held: HTTPRequest | null = null;
  const onRequest = (request: HTTPRequest): void => {
    if (!held && new URL(request.url()).pathname === address) held = request;
    else void request.continue();
  };
  page.on('request', onRequest);
  await page.setRequestInterception(true);
  return async () => {
    // It may have been given up by then.
    await held?.continue().catch(() => undefined);
    page.off('request', onRequest);
    await page.setRequestInterception(false);
  };
}

/** Opens or closes the slip of an underlined word by keyboard: the brief may still move while its counts arrive. */
export async function pressWord(page: Page, slip: string): Promise<void> {
  const word = `[data-slip="${slip}"]`;
  await page.waitForSelector(word);
  await page.focus(word);
  await page.keyboard.press('Enter');
}

/** Publishes the plan that is open, on the page that tells what it will do. */
export async function publishOpen(page: Page): Promise<void> {
  await page.waitForSelector('.saving.saved');
  // The button waits until the plan says something else than what is live.
  await page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLButtonElement>('desk-plan button')].some(
      (button) => button.textContent.includes('Publish …') && !button.disabled,
    ),
  );
  await press(page, 'desk-plan button::-p-text(Publish …)');
  // Until the page knows what changes its button waits.
  await page.waitForSelector('desk-publish desk-difference');
  await publishChosen(page);
}

/** Publishes what is chosen on the page that tells what it will do; says why where it is refused. */
export async function publishChosen(page: Page): Promise<void> {
  await press(page, 'desk-publish .actions button:not([disabled])');
  await page.waitForSelector('desk-plan .good, desk-publish .trouble');
  const refused = await page.$('desk-publish .trouble');
  if (refused) throw new Error(`Not published: ${await textOf(page, 'desk-publish .trouble')}`);
}

/** A plan for one aisle, a category with what is below it, as the floor makes it; other stories keep theirs. */
export async function planFor(
  browser: TestBrowser,
  path: string,
  name: string,
): Promise<{ page: Page; id: string }> {
  const page = await browser.desk('/floor');
  const id = await page.evaluate(
    async (wanted, title) => {
      // No function of its own: the loaders of scripts mark those with names that the page doesn’t know.
      const { aisles } = (await (await fetch('/api/floor')).json()) as {
        aisles: { path: string; key: string }[];
      };
      const { key } = aisles.find((aisle) => aisle.path === wanted)!;
      const rule = key.startsWith('category:')
        ? { kind: 'category', category: Number(key.split(':')[1]), below: true }
        : { kind: 'aisle', aisle: key };
      const { csrfToken } = (await (await fetch('/api/session')).json()) as { csrfToken: string };
      const answer = await fetch('/api/plans', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': csrfToken },
        body: JSON.stringify({
          name: title,
          from: 'house',
          as: 'heir',
          reach: { include: [rule], exclude: [] },
        }),
      });
      return ((await answer.json()) as { plan: { id: string } }).plan.id;
    },
    path,
    name,
  );
  await page.goto(`${browser.baseUrl}/plans/${id}`);
  await page.waitForSelector('desk-tally li');
  return { page, id };
}
