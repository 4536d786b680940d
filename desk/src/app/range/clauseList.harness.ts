import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** Clauses one under the other, with what is left after each. */
export class ClauseListHarness extends ComponentHarness {
  static readonly hostSelector = 'desk-clauses';

  /** Lists within groups are lists of their own. */
  static outermost(): HarnessPredicate<ClauseListHarness> {
    return new HarnessPredicate(ClauseListHarness, { selector: ':not(desk-clauses desk-clauses)' });
  }

  private readonly rows = this.locatorForAll(':scope > ol > li > .row');
  private readonly adder = this.locatorFor(':scope > select.add');

  async said(): Promise<string[]> {
    const found = await this.locatorForAll(':scope > ol > li > .row > .said')();
    return Promise.all(found.map((one) => one.text()));
  }

  /** What is told of a clause by itself, or why it does nothing; empty where nothing is told. */
  async told(at: number): Promise<string> {
    const line = await this.locatorForOptional(`:scope > ol > li:nth-child(${at + 1}) > .takes`)();
    return line ? line.text() : '';
  }

  async left(at: number): Promise<number | null> {
    const figure = await this.locatorForOptional(`:scope > ol > li:nth-child(${at + 1}) > .row > .figures`)();
    return figure && Number(await figure.text());
  }

  async count(): Promise<number> {
    return (await this.rows()).length;
  }

  private async press(at: number, what: string): Promise<void> {
    await (await this.locatorFor(`:scope > ol > li:nth-child(${at + 1}) > .row > ${what}`)()).click();
  }

  open = (at: number): Promise<void> => this.press(at, '.said');
  toggleNot = (at: number): Promise<void> => this.press(at, '.not');
  takeAway = (at: number): Promise<void> => this.press(at, '.tool');

  async offers(): Promise<string[]> {
    const options = await this.locatorForAll(':scope > select.add optgroup option')();
    return Promise.all(options.map((option) => option.text()));
  }

  async add(name: string): Promise<void> {
    const at = (await this.offers()).indexOf(name);
    if (at < 0) throw new Error(`No clause is called “${name}”.`);
    // The first one is the words that stand there.
    await (await this.adder()).selectOptions(at + 1);
  }

  /** The list within a group. */
  within(at: number): Promise<ClauseListHarness> {
    return this.locatorFor(
      new HarnessPredicate(ClauseListHarness, {
        selector: `li:nth-child(${at + 1}) > .group > desk-clauses`,
      }),
    )();
  }
}
