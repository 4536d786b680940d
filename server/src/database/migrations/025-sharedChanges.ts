/** What was changed in several plans together, so that it can be taken back as one. */
export const SHARED_CHANGES = [
  `CREATE TABLE IF NOT EXISTS shared_changes (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    said VARCHAR(300) NOT NULL,
    plans JSON NOT NULL,
    undone BOOLEAN NOT NULL DEFAULT FALSE,
    created_at DATETIME(3) NOT NULL,
    created_by INT UNSIGNED NULL,
    CONSTRAINT user_of_shared_change FOREIGN KEY (created_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
