export interface User {
  id: number;
  name: string;
  email: string;
}

/** Who is signed in, and the token that unsafe requests send along as `X-CSRF-Token`. */
export interface Session {
  user: User;
  csrfToken: string;
}

/** What the sign-in page may offer before anybody has signed in. */
export interface DemoSignIn {
  email: string;
  password: string;
}
