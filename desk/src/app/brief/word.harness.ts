import { ComponentHarness, HarnessPredicate, TestKey } from '@angular/cdk/testing';

/** An underlined word of the brief, by the slip that it opens. */
export class WordHarness extends ComponentHarness {
  static readonly hostSelector = '[data-slip]';

  static opening(slip: string): HarnessPredicate<WordHarness> {
    return new HarnessPredicate(WordHarness, { selector: `[data-slip="${slip}"]` });
  }

  async says(): Promise<string> {
    return (await this.host()).text();
  }

  async isOpen(): Promise<boolean> {
    return (await (await this.host()).getAttribute('aria-expanded')) === 'true';
  }

  /** Told in another colour and slant, as it comes from the base. */
  async isInherited(): Promise<boolean> {
    return (await this.host()).hasClass('inherited');
  }

  async press(): Promise<void> {
    await (await this.host()).click();
  }

  async pressByKey(key: 'Enter' | ' '): Promise<void> {
    const host = await this.host();
    await host.focus();
    await (key === 'Enter' ? host.sendKeys(TestKey.ENTER) : host.sendKeys(key));
  }

  /** Gives what is own here back to the base. */
  async reset(): Promise<void> {
    const host = await this.host();
    await host.focus();
    await host.sendKeys(TestKey.DELETE);
  }
}
