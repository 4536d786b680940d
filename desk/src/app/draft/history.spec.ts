import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { edited, historyOf, redone, undone } from './history';

describe('history', () => {
  it('comes back to where it was after undoing and redoing everything', () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { minLength: 1, maxLength: 50 }), (values) => {
        let history = historyOf(0);
        values.forEach((value, at) => (history = edited(history, value, `edit ${at}`, at)));
        const full = history;
        for (const _ of values) history = undone(history);
        expect(history.present).toBe(0);
        expect(history.past).toEqual([]);
        for (const _ of values) history = redone(history);
        expect(history.present).toBe(values[values.length - 1]);
        expect(history.past).toEqual(full.past);
      }),
    );
  });

  it('joins quick edits of the same thing into one step', () => {
    let history = historyOf('');
    history = edited(history, 'a', 'label', 1000);
    history = edited(history, 'ab', 'label', 1400);
    history = edited(history, 'abc', 'label', 9000);
    expect(history.past.map((step) => step.value)).toEqual(['', 'ab']);
    expect(undone(undone(history)).present).toBe('');
  });

  it('does not join an edit to what was undone', () => {
    let history = edited(historyOf(1), 2, 'columns', 1000);
    history = edited(undone(history), 3, 'columns', 1100);
    expect(history.past.map((step) => step.value)).toEqual([1]);
    expect(history.future).toEqual([]);
  });

  it('stays where it is with nothing to undo or redo', () => {
    const history = historyOf(7);
    expect(undone(history)).toBe(history);
    expect(redone(history)).toBe(history);
  });
});
