/** Collections by hand, in an order of their own, and by rule; edited by people. */
export const COLLECTIONS = [
  `ALTER TABLE collections
    ADD COLUMN IF NOT EXISTS clauses JSON NULL,
    ADD COLUMN IF NOT EXISTS arranged JSON NULL,
    ADD COLUMN IF NOT EXISTS version INT UNSIGNED NOT NULL DEFAULT 1,
    ADD COLUMN IF NOT EXISTS updated_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS updated_by INT UNSIGNED NULL,
    ADD CONSTRAINT user_of_collection FOREIGN KEY IF NOT EXISTS (updated_by) REFERENCES users (id) ON DELETE SET NULL`,
];
