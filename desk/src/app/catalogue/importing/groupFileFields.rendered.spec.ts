import { Store } from '@ngrx/store';
import { of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { GroupImport } from '@fond/contract';
import { ImportApi } from '../../api/importApi';
import { render } from '../../testing/render';
import { GroupFileFields } from './groupFileFields';

const none = { made: 0, changed: 0, unchanged: 3 };
const REPORT: GroupImport = {
  categories: { made: 2, changed: 1, unchanged: 0 },
  tags: none,
  attributes: none,
  collections: { made: 0, changed: 4, unchanged: 0 },
  notices: ['The shop doesn’t speak de.'],
};

async function shown(report: GroupImport | object) {
  const answer = () => ('categories' in report ? of(report) : throwError(() => report));
  const api = { tryGroups: vi.fn(answer), importGroups: vi.fn(answer) };
  const store = { dispatch: vi.fn() };
  const { fixture } = render(GroupFileFields, [
    { provide: ImportApi, useValue: api },
    { provide: Store, useValue: store },
  ]);
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  const pick = async (text: string): Promise<void> => {
    const field = root.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = [new File([text], 'groups.json', { type: 'application/json' })];
    Object.defineProperty(field, 'files', { value: files, configurable: true });
    field.dispatchEvent(new Event('change'));
    await vi.waitFor(() => expect(root.querySelector('section, [role=alert]')).not.toBeNull());
  };
  const words = (): string => root.textContent.replace(/\s+/g, ' ');
  return { api, store, root, pick, words, settled: () => fixture.whenStable() };
}

describe('a file of categories, tags, attributes and collections', () => {
  it('is tried, told kind by kind, and taken over when that is wanted', async () => {
    const { api, store, root, pick, words, settled } = await shown(REPORT);
    await pick('{"format":"fond-aisle/groups"}');
    expect(words()).toContain('Categories: 2 new, 1 changed');
    expect(words()).toContain('Collections: 4 changed');
    expect(words()).not.toContain('Tags:');
    expect(words()).toContain('doesn’t speak de');
    expect(api.importGroups).not.toHaveBeenCalled();
    root.querySelector<HTMLButtonElement>('section button')!.click();
    await settled();
    expect(api.importGroups).toHaveBeenCalledWith({ format: 'fond-aisle/groups' });
    expect(words()).toContain('is taken over');
    expect(store.dispatch).toHaveBeenCalled();
  });

  it('that is none, or is refused, says so and changes nothing', async () => {
    const { api, pick, words } = await shown({
      type: 'x',
      title: 'Something can’t be read',
      status: 400,
      detail: '',
    });
    await pick('no JSON');
    expect(words()).toContain('It is no JSON');
    expect(api.tryGroups).not.toHaveBeenCalled();
  });
});
