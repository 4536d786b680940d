/** Addresses that lead to others. */
export const REDIRECTS = [
  `CREATE TABLE IF NOT EXISTS redirects (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    from_path VARCHAR(600) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    to_path VARCHAR(600) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
    code SMALLINT UNSIGNED NOT NULL CHECK (code IN (301, 302, 410)),
    automatic BOOLEAN NOT NULL DEFAULT FALSE,
    created_at DATETIME(3) NOT NULL,
    created_by INT UNSIGNED NULL,
    UNIQUE KEY one_way_from_each (from_path),
    CHECK ((to_path IS NULL) = (code = 410)),
    CONSTRAINT user_of_redirect FOREIGN KEY (created_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
