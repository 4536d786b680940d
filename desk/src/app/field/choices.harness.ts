import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** A few choices side by side, one of which holds. */
export class ChoicesHarness extends ComponentHarness {
  static readonly hostSelector = 'desk-choices';

  static labelled(label: string): HarnessPredicate<ChoicesHarness> {
    return new HarnessPredicate(ChoicesHarness, {}).addOption('label', label, async (choices, wanted) =>
      HarnessPredicate.stringMatches((await choices.host()).getAttribute('aria-label'), wanted),
    );
  }

  private readonly buttons = this.locatorForAll('button');

  async names(): Promise<string[]> {
    return Promise.all((await this.buttons()).map((button) => button.text()));
  }

  /** What is said to hold. */
  async chosen(): Promise<string[]> {
    const found: string[] = [];
    for (const button of await this.buttons())
      if ((await button.getAttribute('aria-pressed')) === 'true') found.push(await button.text());
    return found;
  }

  async choose(name: string): Promise<void> {
    for (const button of await this.buttons()) if ((await button.text()) === name) return button.click();
    throw new Error(`There is no choice “${name}”, but ${(await this.names()).join(', ')}.`);
  }
}
