/** Codes of an error of the database and of what it was made from, such as `ER_LOCK_DEADLOCK`. */
export function codesOf(error: unknown): string[] {
  const codes: string[] = [];
  for (let one: unknown = error; one instanceof Error;) {
    const { code, parent, cause } = one as Error & { code?: unknown; parent?: unknown };
    if (typeof code === 'string') codes.push(code);
    one = parent ?? cause;
  }
  return codes;
}
