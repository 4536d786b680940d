/** Saved ranges, and what orders and clauses ask of products: when they changed, and what happened on single days. */
export const RANGES = [
  'ALTER TABLE products ADD COLUMN IF NOT EXISTS changed_at DATETIME(3) NULL AFTER created_at',
  // Names the product where only its price, stock or mark changed, so that servers can follow without reading all.
  'ALTER TABLE catalogue_changes ADD COLUMN IF NOT EXISTS product_id INT UNSIGNED NULL',
  `CREATE TABLE IF NOT EXISTS product_days (
    product_id INT UNSIGNED NOT NULL,
    day DATE NOT NULL,
    sold INT UNSIGNED NOT NULL DEFAULT 0,
    views INT UNSIGNED NOT NULL DEFAULT 0,
    PRIMARY KEY (product_id, day),
    CONSTRAINT product_of_day FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS saved_ranges (
    id VARCHAR(64) NOT NULL PRIMARY KEY,
    name VARCHAR(80) NOT NULL UNIQUE,
    rule JSON NOT NULL,
    version INT UNSIGNED NOT NULL,
    updated_at DATETIME(3) NOT NULL,
    updated_by INT UNSIGNED NULL,
    CONSTRAINT user_of_range FOREIGN KEY (updated_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
