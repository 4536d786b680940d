/** What somebody may do; each may do all that those before it may. */
export const ROLES = ['viewer', 'merchandiser', 'publisher', 'owner'] as const;
export type Role = (typeof ROLES)[number];

/** Whether a role may do what another one is the least for. */
export const mayAs = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least);

export interface User {
  id: number;
  name: string;
  email: string;
  role: Role;
}

/** Who is signed in, and the token that unsafe requests send along as `X-CSRF-Token`. */
export interface Session {
  user: User;
  csrfToken: string;
}

/** What the sign-in page may offer before anybody has signed in. */
/** What helps somebody who has not signed in. */
export interface SignInHelp {
  demo: DemoSignIn | null;
  /** Whether there is no account yet that could be used. */
  nobody: boolean;
}

export interface DemoSignIn {
  email: string;
  password: string;
}

const MIN_LENGTH = 10;
const MIN_DIFFERENT = 4;

/** What keeps a text from being a password, as the rest of a sentence; null where nothing does. */
export function passwordFault(password: string): string | null {
  if (password.trim().length < MIN_LENGTH) return `needs at least ${MIN_LENGTH} characters`;
  if (new Set(password.toLowerCase()).size < MIN_DIFFERENT)
    return `needs at least ${MIN_DIFFERENT} different characters`;
  return null;
}

/** Who is to be the first owner, with the code that only whoever starts the application sees. */
export interface FirstOwner {
  code: string;
  name: string;
  email: string;
  password: string;
}
