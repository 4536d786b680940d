import { describe, expect, it } from 'vitest';
import { activitySaid, activityWords } from './activityWords';

describe('activityWords', () => {
  it('say what was done and to what kind of thing', () => {
    expect(activityWords({ action: 'save', subject: 'plan:house' })).toBe('saved');
    expect(activityWords({ action: 'publish', subject: 'edition:4' })).toBe('published edition');
    expect(activityWords({ action: 'schedule', subject: 'campaign:x' })).toBe('scheduled the campaign');
    expect(activityWords({ action: 'over', subject: 'trial:x' })).toBe('ended the trial');
  });

  it('leave to the record’s own sentence what they can’t say', () => {
    expect(activityWords({ action: 'edit', subject: 'reviews' })).toBe('changed reviews');
    expect(activitySaid({ detail: { said: 'Let stand: a review of PK-1' } })).toBe(
      'Let stand: a review of PK-1',
    );
    expect(activitySaid({ detail: { said: 7 } })).toBe('');
  });

  it('say at least the action of what they don’t know', () => {
    expect(activityWords({ action: 'polish', subject: 'shelf:1' })).toBe('polish');
  });
});
