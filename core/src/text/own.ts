/**
 * What a record says of a name from outside. Every object answers to `constructor` and its like, which nobody has put
 * there.
 */
export const own = <T>(record: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(record, name) ? record[name] : undefined;
