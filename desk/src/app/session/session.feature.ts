import { createFeature, createReducer, on } from '@ngrx/store';
import type { Problem, User } from '@fond/contract';
import { SessionActions } from './session.actions';

export interface SessionState {
  user: User | null;
  csrfToken: string | null;
  signingIn: boolean;
  problem: Problem | null;
}

const NOBODY: SessionState = { user: null, csrfToken: null, signingIn: false, problem: null };

export const sessionFeature = createFeature({
  name: 'session',
  reducer: createReducer(
    NOBODY,
    on(SessionActions.signInAsked, (state): SessionState => ({ ...state, signingIn: true, problem: null })),
    on(SessionActions.signedIn, (_, { session }): SessionState => ({
      ...NOBODY,
      user: session.user,
      csrfToken: session.csrfToken,
    })),
    on(SessionActions.signInRefused, (_, { problem }): SessionState => ({ ...NOBODY, problem })),
    on(SessionActions.signedOut, SessionActions.sessionEnded, (): SessionState => NOBODY),
  ),
});
