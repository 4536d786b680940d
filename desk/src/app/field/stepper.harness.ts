import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** A whole number that is typed or stepped. */
export class StepperHarness extends ComponentHarness {
  static readonly hostSelector = 'desk-stepper';

  static labelled(label: string): HarnessPredicate<StepperHarness> {
    return new HarnessPredicate(StepperHarness, {}).addOption('label', label, (stepper, wanted) =>
      stepper.label().then((found) => found === wanted),
    );
  }

  private readonly field = this.locatorFor('input');
  private readonly less = this.locatorFor('button:first-of-type');
  private readonly more = this.locatorFor('button:last-of-type');

  async label(): Promise<string | null> {
    return (await this.field()).getAttribute('aria-label');
  }

  async value(): Promise<number> {
    return Number(await (await this.field()).getProperty<string>('value'));
  }

  /** Whether it can be stepped, down and up. */
  async steps(): Promise<{ down: boolean; up: boolean }> {
    const [less, more] = [await this.less(), await this.more()];
    return {
      down: !(await less.getProperty<boolean>('disabled')),
      up: !(await more.getProperty<boolean>('disabled')),
    };
  }

  async stepUp(): Promise<void> {
    await (await this.more()).click();
  }

  async stepDown(): Promise<void> {
    await (await this.less()).click();
  }

  /** As somebody types over what is there, sign by sign, and leaves the field. */
  async type(text: string): Promise<void> {
    const field = await this.field();
    await field.clear();
    if (text) await field.sendKeys(text);
    await field.dispatchEvent('change');
    await field.blur();
  }
}
