/** What shoppers did with each product over the last weeks, for orders, ranges and blends; made anew once a day. */
export const EARNED_FIGURES = [
  `CREATE TABLE IF NOT EXISTS product_figures (
    product_id INT UNSIGNED NOT NULL PRIMARY KEY,
    seen INT UNSIGNED NOT NULL,
    clicks INT UNSIGNED NOT NULL,
    carts INT UNSIGNED NOT NULL,
    revenue BIGINT UNSIGNED NOT NULL,
    CONSTRAINT product_of_figures FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
  // The last day that they hold; one row.
  `CREATE TABLE IF NOT EXISTS product_figures_day (
    id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
    day DATE NOT NULL
  )`,
];
