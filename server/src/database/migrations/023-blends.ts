/** Keys of orders that are made of several. */
export const BLENDS = [
  `CREATE TABLE IF NOT EXISTS blends (
    id VARCHAR(64) NOT NULL PRIMARY KEY,
    name VARCHAR(80) NOT NULL UNIQUE,
    factors JSON NOT NULL,
    version INT UNSIGNED NOT NULL,
    updated_at DATETIME(3) NOT NULL,
    updated_by INT UNSIGNED NULL,
    CONSTRAINT user_of_blend FOREIGN KEY (updated_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
