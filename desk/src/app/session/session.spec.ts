import { of, Subject, throwError, type Observable } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Actions } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import type { Router } from '@angular/router';
import type { Problem, Session } from '@fond/contract';
import type { Api } from '../api/api';
import { SessionActions } from './session.actions';
import { sessionEffects } from './session.effects';
import { sessionFeature, type SessionState } from './session.feature';

const session: Session = {
  user: { id: 1, name: 'Ines', email: 'ines@pellmere.example', role: 'owner' },
  csrfToken: 't',
};
const refused: Problem = { type: '/problems/sign-in-refused', title: 'Wrong', status: 401, detail: '' };
const asked = SessionActions.signInAsked({ email: 'a@b.example', password: 'x', returnTo: '/plans/p' });

const after = (...actions: Action[]): SessionState =>
  actions.reduce<SessionState>(
    (state, action) => sessionFeature.reducer(state, action as typeof asked),
    sessionFeature.reducer(undefined, { type: '@@init' }),
  );

describe('the session', () => {
  it('knows who signed in and their token, and forgets both at the end', () => {
    const known = after(asked, SessionActions.signedIn({ session }));
    expect(known).toEqual({ user: session.user, csrfToken: 't', signingIn: false, problem: null });
    expect(
      after(asked, SessionActions.signedIn({ session }), SessionActions.sessionEnded()).csrfToken,
    ).toBeNull();
  });

  it('says why a sign-in was refused until the next try', () => {
    expect(after(asked, SessionActions.signInRefused({ problem: refused })).problem).toBe(refused);
    expect(after(asked, SessionActions.signInRefused({ problem: refused }), asked)).toMatchObject({
      signingIn: true,
      problem: null,
    });
  });
});

describe('signing in and out', () => {
  let actions: Subject<Action>;
  const router = { url: '/plans/p?aisle=/table', navigateByUrl: vi.fn(), navigate: vi.fn() };
  const api = {
    signIn: vi.fn((_email: string, _password: string): Observable<Session> => of(session)),
    signOut: vi.fn(() => of(undefined)),
  };
  let seen: Action[];

  beforeEach(() => {
    vi.clearAllMocks();
    router.url = '/plans/p?aisle=/table';
    actions = new Subject();
    seen = [];
    const given = actions as unknown as Actions;
    const navigator = router as unknown as Router;
    const server = api as unknown as Api;
    sessionEffects.signIn(given, server, navigator).subscribe((action) => seen.push(action));
    sessionEffects.signOut(given, server).subscribe((action) => seen.push(action));
    sessionEffects.leave(given, navigator).subscribe();
  });

  it('leads to where one wanted to go, after the store knows', async () => {
    actions.next(asked);
    expect(seen).toEqual([SessionActions.signedIn({ session })]);
    expect(router.navigateByUrl).not.toHaveBeenCalled();
    await Promise.resolve();
    expect(router.navigateByUrl).toHaveBeenCalledWith('/plans/p');
  });

  it('stays where it was refused', () => {
    api.signIn.mockReturnValueOnce(throwError(() => refused));
    actions.next(asked);
    expect(seen).toEqual([SessionActions.signInRefused({ problem: refused })]);
    expect(router.navigateByUrl).not.toHaveBeenCalled();
  });

  it('leads back to where one was when the session ran out, but not after signing out', () => {
    actions.next(SessionActions.sessionEnded());
    expect(router.navigate).toHaveBeenLastCalledWith(['/sign-in'], {
      queryParams: { returnTo: '/plans/p?aisle=/table' },
    });
    actions.next(SessionActions.signedOut());
    expect(router.navigate).toHaveBeenLastCalledWith(['/sign-in'], { queryParams: { returnTo: null } });
  });

  it('does not lead anywhere from the sign-in page itself', () => {
    router.url = '/sign-in?returnTo=%2Ffloor';
    actions.next(SessionActions.sessionEnded());
    expect(router.navigate).not.toHaveBeenCalled();
  });

  it('signs out here even where the server can’t be told', () => {
    api.signOut.mockReturnValueOnce(throwError(() => refused));
    actions.next(SessionActions.signOutAsked());
    expect(seen).toEqual([SessionActions.signedOut()]);
  });
});
