/** Collections by hand, in an order of their own, and by rule; edited by people. */
export const COLLECTIONS = [
  `ALTER TABLE collections
    ADD COLUMN clauses JSON NULL,
    ADD COLUMN arranged JSON NULL,
    ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1,
    ADD COLUMN updated_at DATETIME(3) NULL,
    ADD COLUMN updated_by INT UNSIGNED NULL,
    ADD CONSTRAINT user_of_collection FOREIGN KEY (updated_by) REFERENCES users (id) ON DELETE SET NULL`,
];
