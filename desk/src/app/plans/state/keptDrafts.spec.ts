// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import type { Plan } from '@fond/core';
import { KeptDrafts } from './keptDrafts';

const plan: Plan = {
  id: 'p',
  name: 'Pans',
  reach: { include: [], exclude: [] },
  fixtures: [],
  related: null,
};

describe('KeptDrafts', () => {
  const drafts = new KeptDrafts();
  beforeEach(() => localStorage.clear());

  it('gives back what it keeps, for each plan its own', () => {
    drafts.keep(plan, 4);
    drafts.keep({ ...plan, id: 'q', name: 'Pots' }, 9);
    expect(new KeptDrafts().read('p')).toEqual({ plan, version: 4 });
    expect(drafts.read('q')?.version).toBe(9);
  });

  it('forgets one and leaves the others', () => {
    drafts.keep(plan, 4);
    drafts.keep({ ...plan, id: 'q' }, 9);
    drafts.forget('p');
    expect(drafts.read('p')).toBeNull();
    expect(drafts.read('q')).not.toBeNull();
  });

  it('takes nothing that can’t be read or belongs to another plan', () => {
    localStorage.setItem('fond:draft:p', '{"plan":');
    expect(drafts.read('p')).toBeNull();
    expect(localStorage.getItem('fond:draft:p')).toBeNull();
    localStorage.setItem('fond:draft:p', JSON.stringify({ plan: { ...plan, id: 'other' }, version: 1 }));
    expect(drafts.read('p')).toBeNull();
  });
});
