// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Plan, PlanDocument } from '@fond/core';
import { plan } from '../testing/plans';
import { edited, historyOf, type History } from './history';
import { KeptDrafts } from './keptDrafts';

const other: Plan = { ...plan, id: 'q', name: 'Pots' };
const way = (document: Plan): History<PlanDocument> =>
  edited(historyOf<PlanDocument>(document), { ...document, name: 'Renamed' }, 'name', 5);

describe('KeptDrafts', () => {
  const drafts = new KeptDrafts();
  beforeEach(() => localStorage.clear());

  it('gives back what it keeps with the way it came, for each plan its own', () => {
    drafts.keep(way(plan), 4, true);
    drafts.keep(way(other), 9, false);
    const kept = new KeptDrafts().read('p')!;
    expect(kept).toMatchObject({ version: 4, unsaved: true, history: { present: { name: 'Renamed' } } });
    expect(kept.history.past).toEqual([{ value: plan, what: 'name' }]);
    expect(drafts.read('q')).toMatchObject({ version: 9, unsaved: false });
  });

  it('forgets one and leaves the others', () => {
    drafts.keep(way(plan), 4, true);
    drafts.keep(way(other), 9, true);
    drafts.forget('p');
    expect(drafts.read('p')).toBeNull();
    expect(drafts.read('q')).not.toBeNull();
  });

  it('keeps at least the draft where the browser has no room for the way', () => {
    const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementationOnce(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    drafts.keep(way(plan), 4, true);
    full.mockRestore();
    expect(drafts.read('p')).toMatchObject({ history: { past: [], present: { name: 'Renamed' } } });
  });

  it('takes nothing that can’t be read or belongs to another plan', () => {
    localStorage.setItem('fond:draft:p', '{"history":');
    expect(drafts.read('p')).toBeNull();
    expect(localStorage.getItem('fond:draft:p')).toBeNull();
    drafts.keep(way(other), 1, true);
    localStorage.setItem('fond:draft:p', localStorage.getItem('fond:draft:q')!);
    expect(drafts.read('p')).toBeNull();
  });
});
