import { Injector, runInInjectionContext } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { of, Subject, throwError } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Problem } from '@fond/contract';
import { FloorActions } from '../store/floor.actions';
import { RecordEditor, type RecordKind } from './recordEditor';

interface Stored {
  id: number;
  version: number;
  name: string;
}
type Wish = Pick<Stored, 'name'>;

const record = (id: number, name: string, version = 1): Stored => ({ id, name, version });
const fault = (type: string, rest: object = {}): Problem => ({
  type: `/problems/${type}`,
  title: type,
  status: 409,
  detail: 'Nothing was saved.',
  ...rest,
});

const router = { navigate: vi.fn() };
const store = { dispatch: vi.fn() };
const undo = new Subject<void>();
const messages = { open: vi.fn(() => ({ onAction: () => undo })) };
const kind = {
  path: '/things',
  list: vi.fn<RecordKind<Stored, Stored, Wish>['list']>(),
  read: vi.fn<RecordKind<Stored, Stored, Wish>['read']>(),
  create: vi.fn<RecordKind<Stored, Stored, Wish>['create']>(),
  save: vi.fn<RecordKind<Stored, Stored, Wish>['save']>(),
  remove: vi.fn<RecordKind<Stored, Stored, Wish>['remove']>(),
  wishOf: ({ name }: Stored): Wish => ({ name }),
  gone: ({ name }: Stored): string => `“${name}” is deleted.`,
};

function editor(): RecordEditor<Stored, Stored, Wish> {
  const injector = Injector.create({
    providers: [
      { provide: Router, useValue: router },
      { provide: Store, useValue: store },
      { provide: MatSnackBar, useValue: messages },
    ],
  });
  return runInInjectionContext(injector, () => new RecordEditor(kind));
}

/** An editor with one record open. */
function opened(): RecordEditor<Stored, Stored, Wish> {
  const one = editor();
  one.open(7);
  return one;
}

beforeEach(() => {
  vi.clearAllMocks();
  kind.list.mockReturnValue(of([record(7, 'Winter')]));
  kind.read.mockImplementation((id) => of(record(id, 'Winter', 3)));
});

describe('a record that is edited', () => {
  it('is read once its address names it, and not again while it stays open', () => {
    const one = opened();
    expect(one.stored()).toEqual(record(7, 'Winter', 3));
    expect(one.draft()).toEqual({ name: 'Winter' });
    one.open(7);
    expect(kind.read).toHaveBeenCalledTimes(1);
    one.open(null);
    expect(one.draft()).toBeNull();
  });

  it('differs once something is changed, and is itself again when that is given up', () => {
    const one = opened();
    one.change({ name: 'Summer' });
    expect(one.changed()).toBe(true);
    one.leave();
    expect(one.changed()).toBe(false);
    expect(one.draft()).toEqual({ name: 'Winter' });
  });

  it('is saved over the version that was read, and the floor is asked anew', () => {
    const one = opened();
    kind.save.mockReturnValue(of(record(7, 'Summer', 4)));
    one.change({ name: 'Summer' });
    one.save();
    expect(kind.save).toHaveBeenCalledWith(7, { name: 'Summer' }, 3);
    expect(one.stored()?.version).toBe(4);
    expect(one.changed()).toBe(false);
    expect(store.dispatch).toHaveBeenCalledWith(FloorActions.shopChanged());
    expect(kind.list).toHaveBeenCalledTimes(2);
  });

  it('keeps what is typed while it is saved', () => {
    const one = opened();
    const answer = new Subject<Stored>();
    kind.save.mockReturnValue(answer);
    one.change({ name: 'Summer' });
    one.save();
    one.change({ name: 'Summer and autumn' });
    answer.next(record(7, 'Summer', 4));
    expect(one.draft()).toEqual({ name: 'Summer and autumn' });
    expect(one.changed()).toBe(true);
    one.save();
    expect(kind.save).toHaveBeenLastCalledWith(7, { name: 'Summer and autumn' }, 4);
  });

  it('is not covered by an answer that was asked for another one', () => {
    const one = editor();
    const first = new Subject<Stored>();
    kind.read.mockReturnValueOnce(first);
    one.open(7);
    one.open(8);
    first.next(record(7, 'Late'));
    expect(one.stored()).toEqual(record(8, 'Winter', 3));
    const saved = new Subject<Stored>();
    kind.save.mockReturnValue(saved);
    one.save();
    one.open(9);
    saved.next(record(8, 'Winter', 4));
    expect(one.stored()?.id).toBe(9);
    saved.error(fault('bad-input'));
    expect(one.problem(), 'of another one').toBeNull();
    expect(messages.open).toHaveBeenCalledWith('bad-input. Nothing was saved.', 'Close');
  });

  it('keeps what was typed when it is refused, and tells the fault by its field', () => {
    const one = opened();
    kind.save.mockReturnValue(
      throwError(() => fault('bad-input', { errors: [{ path: 'name.en', message: 'is missing' }] })),
    );
    one.change({ name: '' });
    one.save();
    expect(one.draft()).toEqual({ name: '' });
    expect(one.fault('name')).toBe('is missing');
    expect(one.fault('other')).toBe('');
    expect(one.working()).toBe(false);
  });

  it('offers a newer version that somebody else saved, to take or to save over', () => {
    const one = opened();
    const theirs = record(7, 'Theirs', 5);
    kind.save.mockReturnValueOnce(throwError(() => fault('newer-draft', { theirs })));
    one.change({ name: 'Mine' });
    one.save();
    expect(one.newer()?.theirs).toEqual(theirs);
    expect(one.draft()).toEqual({ name: 'Mine' });
    kind.save.mockReturnValueOnce(of(record(7, 'Mine', 6)));
    one.save(theirs.version);
    expect(kind.save).toHaveBeenLastCalledWith(7, { name: 'Mine' }, 5);
    expect(one.newer()).toBeNull();
    one.takeTheirs(theirs);
    expect(one.draft()).toEqual({ name: 'Theirs' });
  });
});

describe('records that come and go', () => {
  it('are opened when they are made', () => {
    kind.create.mockReturnValue(of(record(8, 'New')));
    const one = editor();
    one.create({ name: 'New' });
    expect(router.navigate).toHaveBeenCalledWith(['/things', 8]);
    expect(one.stored()).toEqual(record(8, 'New'));
  });

  it('are had back by undoing their deletion', () => {
    kind.remove.mockReturnValue(of(undefined));
    kind.create.mockReturnValue(of(record(9, 'Winter')));
    const one = opened();
    one.remove(one.stored()!);
    expect(messages.open).toHaveBeenCalledWith('“Winter” is deleted.', 'Undo', { duration: 10_000 });
    expect(one.draft()).toBeNull();
    expect(router.navigate).toHaveBeenCalledWith(['/things']);
    undo.next();
    expect(kind.create).toHaveBeenCalledWith({ name: 'Winter' });
  });

  it('stay where deleting is refused, and say why', () => {
    kind.remove.mockReturnValue(throwError(() => fault('collection-in-use')));
    const one = opened();
    one.remove(one.stored()!);
    expect(one.problem()?.title).toBe('collection-in-use');
    expect(one.draft()).toEqual({ name: 'Winter' });
  });

  it('are told to be missing where the address names one that is gone', () => {
    kind.read.mockReturnValue(throwError(() => fault('not-found')));
    const one = opened();
    expect(one.missing()).toBe(true);
    expect(one.problem()).toBeNull();
    one.open(null);
    expect(one.missing()).toBe(false);
  });

  it('say what went wrong when they can’t be listed', () => {
    kind.list.mockReturnValue(throwError(() => fault('database-away')));
    const one = editor();
    expect(one.loading()).toBe(false);
    expect(one.problem()?.title).toBe('database-away');
  });
});
