import { computed, Directive, inject, input } from '@angular/core';
import type { FixtureOf, FixtureType, Texts } from '@fond/core';
import { FIXTURE_WORDS } from '../wording/words';
import { withFixture } from '../draft/fixtureEdits';
import { PlanEditor } from '../draft/planEditor';

/** What the slips of fixtures share: the fixture of their kind with a name, and the way to change it. */
@Directive()
export abstract class FixtureFields<T extends FixtureType> {
  protected readonly editor = inject(PlanEditor);
  readonly fixtureId = input.required<string>();
  readonly fixture = computed(
    () => this.editor.plan()?.fixtures.find(({ id }) => id === this.fixtureId()) as FixtureOf<T> | undefined,
  );

  /** @param what Names the setting, so that typing on is one step of undo. */
  protected change(what: string, change: Partial<Omit<FixtureOf<T>, 'id' | 'type'>>): void {
    const fixture = this.fixture();
    if (fixture)
      this.editor.edit(`${FIXTURE_WORDS[fixture.type]} ${fixture.id} ${what}`, (plan) =>
        withFixture<T>(plan, fixture.id, change),
      );
  }

  protected textIn(texts: Texts): string {
    const own: string | undefined = texts[this.editor.lang()];
    return own ?? '';
  }

  /** The texts with the one in the page's language put in, or taken out where it is empty. */
  protected withText(texts: Texts, text: string): Texts {
    const { [this.editor.lang()]: _, ...others } = texts;
    return text ? { ...others, [this.editor.lang()]: text } : others;
  }
}
