import { ComponentHarness } from '@angular/cdk/testing';

/** Entries in an order, put in by name. */
export class EntryListHarness extends ComponentHarness {
  static readonly hostSelector = 'desk-entry-list';

  private readonly field = this.locatorFor('input');

  async entries(): Promise<string[]> {
    const lines = await this.locatorForAll('li > span:first-child, li.none')();
    return Promise.all(lines.map((line) => line.text()));
  }

  async offers(): Promise<string[]> {
    const options = await this.locatorForAll('option')();
    return Promise.all(options.map(async (option) => (await option.getAttribute('value')) ?? ''));
  }

  async add(entry: string): Promise<void> {
    const field = await this.field();
    await field.setInputValue(entry);
    await field.dispatchEvent('change');
  }

  async leaveOut(entry: string): Promise<void> {
    await (await this.locatorFor(`[aria-label="Leave out: ${entry}"]`)()).click();
  }
}
