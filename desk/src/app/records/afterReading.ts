/**
 * What stands in the fields of a record once it is read anew: what was typed meanwhile, or what is stored now.
 *
 * @param before What was stored when it was read before.
 */
export const afterReading = <T>(draft: T, before: T, now: T): T =>
  JSON.stringify(draft) === JSON.stringify(before) ? now : draft;
