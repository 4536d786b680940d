/** Products are edited one by one at the desk: what stood in each cell before is kept, and what they cost before. */
export const EDITS = [
  `ALTER TABLE products
    ADD COLUMN IF NOT EXISTS standing ENUM('live', 'draft', 'aside') CHARACTER SET ascii NOT NULL DEFAULT 'live'`,
  'CREATE INDEX IF NOT EXISTS by_standing ON products (standing, sku)',
  `CREATE TABLE IF NOT EXISTS product_edits (
    id CHAR(36) CHARACTER SET ascii NOT NULL PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    said VARCHAR(400) NOT NULL,
    products INT UNSIGNED NOT NULL,
    user_id INT UNSIGNED NULL,
    undoes CHAR(36) CHARACTER SET ascii NULL UNIQUE,
    ready BOOLEAN NOT NULL DEFAULT TRUE,
    KEY by_time (at),
    CONSTRAINT user_of_edit FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE SET NULL
  )`,
  `CREATE TABLE IF NOT EXISTS product_edit_cells (
    edit_id CHAR(36) CHARACTER SET ascii NOT NULL,
    position INT UNSIGNED NOT NULL,
    sku VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
    field VARCHAR(200) COLLATE utf8mb4_bin NOT NULL,
    before_text MEDIUMTEXT NOT NULL,
    after_text MEDIUMTEXT NOT NULL,
    PRIMARY KEY (edit_id, position),
    CONSTRAINT edit_of_cell FOREIGN KEY (edit_id) REFERENCES product_edits (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS product_views (
    name VARCHAR(80) NOT NULL PRIMARY KEY,
    view JSON NOT NULL,
    updated_at DATETIME(3) NOT NULL
  )`,
  // Somebody wants it to end; whichever server runs it looks now and then.
  'ALTER TABLE jobs ADD COLUMN IF NOT EXISTS stop_asked BOOLEAN NOT NULL DEFAULT FALSE',
  // A price that no longer holds, until when it did; whoever changed it.
  `CREATE TABLE IF NOT EXISTS product_prices (
    product_id INT UNSIGNED NOT NULL,
    until DATETIME(3) NOT NULL,
    price_cents INT UNSIGNED NULL,
    was_cents INT UNSIGNED NULL,
    PRIMARY KEY (product_id, until),
    CONSTRAINT product_of_price FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
  `CREATE TRIGGER IF NOT EXISTS prices_are_kept BEFORE UPDATE ON products FOR EACH ROW
    BEGIN
      IF NOT (NEW.price_cents <=> OLD.price_cents AND NEW.was_cents <=> OLD.was_cents) THEN
        INSERT INTO product_prices (product_id, until, price_cents, was_cents)
          VALUES (OLD.id, UTC_TIMESTAMP(3), OLD.price_cents, OLD.was_cents)
          ON DUPLICATE KEY UPDATE until = until;
      END IF;
    END`,
];
