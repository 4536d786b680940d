/** What lists of editions tell, beside the documents themselves: those are long, and lists must not read them all. */
export const EDITION_SUMMARIES = [`ALTER TABLE editions ADD COLUMN IF NOT EXISTS summary JSON NULL`];
