import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** Up, down and out for one entry of a list. */
export class RowToolsHarness extends ComponentHarness {
  static readonly hostSelector = 'desk-row-tools';

  static of(name: string): HarnessPredicate<RowToolsHarness> {
    return new HarnessPredicate(RowToolsHarness, { selector: `:has([aria-label="Up: ${name}"])` });
  }

  private async press(what: 'Up' | 'Down' | 'Leave out'): Promise<void> {
    await (await this.locatorFor(`[aria-label^="${what}: "]`)()).click();
  }

  async can(what: 'Up' | 'Down' | 'Leave out'): Promise<boolean> {
    const button = await this.locatorForOptional(`[aria-label^="${what}: "]`)();
    return button !== null && !(await button.getProperty<boolean>('disabled'));
  }

  moveUp = (): Promise<void> => this.press('Up');
  moveDown = (): Promise<void> => this.press('Down');
  leaveOut = (): Promise<void> => this.press('Leave out');
}
