/** What anonymous shoppers have put aside: a small stand-in for a shop system's own cart. */
export const CARTS = [
  `CREATE TABLE IF NOT EXISTS carts (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    token_hash CHAR(64) CHARACTER SET ascii NOT NULL UNIQUE,
    seen_at DATETIME(3) NOT NULL,
    KEY by_age (seen_at)
  )`,
  `CREATE TABLE IF NOT EXISTS cart_lines (
    cart_id INT UNSIGNED NOT NULL,
    product_id INT UNSIGNED NOT NULL,
    quantity SMALLINT UNSIGNED NOT NULL CHECK (quantity BETWEEN 1 AND 99),
    added_at DATETIME(3) NOT NULL,
    PRIMARY KEY (cart_id, product_id),
    CONSTRAINT cart_of_line FOREIGN KEY (cart_id) REFERENCES carts (id) ON DELETE CASCADE,
    CONSTRAINT product_of_line FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS wishes (
    cart_id INT UNSIGNED NOT NULL,
    product_id INT UNSIGNED NOT NULL,
    added_at DATETIME(3) NOT NULL,
    PRIMARY KEY (cart_id, product_id),
    CONSTRAINT cart_of_wish FOREIGN KEY (cart_id) REFERENCES carts (id) ON DELETE CASCADE,
    CONSTRAINT product_of_wish FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
];
