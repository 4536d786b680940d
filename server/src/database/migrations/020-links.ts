/** Products that are linked to each other, words for pictures, hidden categories, and what shoppers say of products. */
export const LINKS = [
  `CREATE TABLE IF NOT EXISTS product_links (
    product_id INT UNSIGNED NOT NULL,
    kind ENUM('with', 'instead') CHARACTER SET ascii NOT NULL,
    position SMALLINT UNSIGNED NOT NULL,
    other_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (product_id, kind, position),
    UNIQUE KEY once_each (product_id, kind, other_id),
    KEY by_other (other_id),
    CONSTRAINT product_of_link FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE,
    CONSTRAINT other_of_link FOREIGN KEY (other_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
  // Of the picture, wherever it stands: what it shows in words, by language, and what of it stays in view.
  `ALTER TABLE pictures
    ADD COLUMN IF NOT EXISTS alts JSON NULL,
    ADD COLUMN IF NOT EXISTS focus_x TINYINT UNSIGNED NULL,
    ADD COLUMN IF NOT EXISTS focus_y TINYINT UNSIGNED NULL`,
  `ALTER TABLE categories ADD COLUMN IF NOT EXISTS hidden BOOLEAN NOT NULL DEFAULT FALSE`,
  // All rows of a product that was deleted, for as long as that can be taken back.
  `CREATE TABLE IF NOT EXISTS deleted_rows (
    edit_id CHAR(36) CHARACTER SET ascii NOT NULL,
    position INT UNSIGNED NOT NULL,
    table_name VARCHAR(64) CHARACTER SET ascii NOT NULL,
    content LONGTEXT NOT NULL,
    PRIMARY KEY (edit_id, position),
    CONSTRAINT edit_of_row FOREIGN KEY (edit_id) REFERENCES product_edits (id) ON DELETE CASCADE
  )`,
  // `folded`: its stars were in the product's rating already when somebody else gave that.
  `CREATE TABLE IF NOT EXISTS reviews (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    product_id INT UNSIGNED NOT NULL,
    shopper_id INT UNSIGNED NOT NULL,
    lang CHAR(2) CHARACTER SET ascii NOT NULL,
    stars TINYINT UNSIGNED NOT NULL CHECK (stars BETWEEN 1 AND 5),
    title VARCHAR(120) NOT NULL,
    text TEXT NOT NULL,
    written_at DATETIME(3) NOT NULL,
    state ENUM('waiting', 'standing', 'down') CHARACTER SET ascii NOT NULL DEFAULT 'waiting',
    folded BOOLEAN NOT NULL DEFAULT FALSE,
    answer TEXT NOT NULL,
    decided_at DATETIME(3) NULL,
    decided_by INT UNSIGNED NULL,
    UNIQUE KEY one_each (product_id, shopper_id),
    KEY by_state (state, written_at),
    KEY by_product (product_id, state, written_at),
    CONSTRAINT product_of_review FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE,
    CONSTRAINT shopper_of_review FOREIGN KEY (shopper_id) REFERENCES shoppers (id) ON DELETE CASCADE,
    CONSTRAINT user_of_review FOREIGN KEY (decided_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
  // What a product was rated before its reviews, and with them: as long as it says the latter, nobody else has rated it.
  `CREATE TABLE IF NOT EXISTS product_ratings (
    product_id INT UNSIGNED NOT NULL PRIMARY KEY,
    rating DECIMAL(3, 2) NULL,
    ratings INT UNSIGNED NOT NULL,
    told_rating DECIMAL(3, 2) NULL,
    told_ratings INT UNSIGNED NOT NULL,
    CONSTRAINT product_of_rating FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
];
