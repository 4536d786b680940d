import { ComponentHarness } from '@angular/cdk/testing';

/** Products found by name or number, to be picked or starred. */
export class ProductPickerHarness extends ComponentHarness {
  static readonly hostSelector = 'desk-product-picker';

  private readonly field = this.locatorFor('input[type=search]');

  async seek(text: string): Promise<void> {
    await (await this.field()).setInputValue(text);
    await (await this.field()).dispatchEvent('input');
  }

  async lines(): Promise<string[]> {
    const lines = await this.locatorForAll('li .title')();
    return Promise.all(lines.map((line) => line.text()));
  }

  /** Words in place of products. */
  async emptyWords(): Promise<string> {
    const none = await this.locatorForOptional('.none')();
    return none ? none.text() : '';
  }

  async trouble(): Promise<string> {
    const alert = await this.locatorForOptional('[role="alert"]')();
    return alert ? alert.text() : '';
  }

  /** @param verb What the button says, such as `Add`. */
  async pick(title: string, verb = 'Add'): Promise<void> {
    await (await this.locatorFor(`[aria-label="${verb}: ${title}"]`)()).click();
  }

  async canPick(title: string, verb = 'Add'): Promise<boolean> {
    const button = await this.locatorFor(`[aria-label="${verb}: ${title}"]`)();
    return !(await button.getProperty<boolean>('disabled'));
  }
}
