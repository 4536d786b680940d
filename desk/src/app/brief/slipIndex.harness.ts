import { ComponentHarness } from '@angular/cdk/testing';

/** What a long slip holds, on one line. */
export class SlipIndexHarness extends ComponentHarness {
  static readonly hostSelector = 'desk-slip-index';
  private readonly words = this.locatorForAll('button');

  async parts(): Promise<string[]> {
    return Promise.all((await this.words()).map((word) => word.text()));
  }

  /** Leads to the part of a name. */
  async goTo(name: string): Promise<void> {
    for (const word of await this.words()) if ((await word.text()) === name) return word.click();
    throw new Error(`Nothing in here is called “${name}”; there are ${(await this.parts()).join(', ')}.`);
  }
}
