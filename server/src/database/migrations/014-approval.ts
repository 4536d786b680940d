/** Requests for a second person's approval hold any operation that shoppers may see, not only publications of drafts. */
export const APPROVAL = [
  `ALTER TABLE publication_requests
    ADD COLUMN IF NOT EXISTS operation VARCHAR(40) CHARACTER SET ascii NULL,
    ADD COLUMN IF NOT EXISTS wish JSON NULL,
    ADD COLUMN IF NOT EXISTS words VARCHAR(400) NOT NULL DEFAULT ''`,
];
