import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** The conditions under which a fixture is shown. */
export class ConditionListHarness extends ComponentHarness {
  static readonly hostSelector = 'desk-condition-list';

  static outermost(): HarnessPredicate<ConditionListHarness> {
    return new HarnessPredicate(ConditionListHarness, {
      selector: ':not(desk-condition-list desk-condition-list)',
    });
  }

  private readonly adder = this.locatorFor(':scope > select');

  async about(): Promise<string[]> {
    const found = await this.locatorForAll(':scope > ul > li > .about')();
    return Promise.all(found.map((one) => one.text()));
  }

  async offers(): Promise<string[]> {
    const options = await this.locatorForAll(':scope > select option:not([value=""])')();
    return Promise.all(options.map((option) => option.text()));
  }

  async add(words: string): Promise<void> {
    const at = (await this.offers()).indexOf(words);
    if (at < 0) throw new Error(`No condition is about “${words}”.`);
    // The first one is the words that stand there.
    await (await this.adder()).selectOptions(at + 1);
  }

  async takeAway(words: string): Promise<void> {
    await (await this.locatorFor(`:scope > ul > li > [aria-label="Take away: ${words}"]`)()).click();
  }

  /** A choice of a condition, such as a weekday. */
  async toggle(choice: string): Promise<void> {
    for (const button of await this.locatorForAll('desk-condition-fields .choice')())
      if ((await button.text()) === choice) return button.click();
    throw new Error(`There is no choice “${choice}”.`);
  }

  async pressed(): Promise<string[]> {
    const buttons = await this.locatorForAll('desk-condition-fields .choice[aria-pressed="true"]')();
    return Promise.all(buttons.map((button) => button.text()));
  }
}
