import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Problem, Session } from '@fond/contract';

export const SessionActions = createActionGroup({
  source: 'Session',
  events: {
    'Sign In Asked': props<{ email: string; password: string; returnTo: string }>(),
    'Signed In': props<{ session: Session }>(),
    'Sign In Refused': props<{ problem: Problem }>(),
    'Sign Out Asked': emptyProps(),
    'Signed Out': emptyProps(),
    'Session Ended': emptyProps(),
  },
});
