/** Stands between the name of a fixture and where a page shows it again; no fixture's own name holds it. */
export const ONCE_MORE = '~~';

/** The name of the fixture itself. */
export const fixtureNamed = (id: string): string => id.split(ONCE_MORE)[0];
