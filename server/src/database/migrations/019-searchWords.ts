/** What search engines are told of a product, where it differs from its name and description. */
export const SEARCH_WORDS = [
  `CREATE TABLE IF NOT EXISTS product_search_texts (
    product_id INT UNSIGNED NOT NULL,
    lang CHAR(2) CHARACTER SET ascii NOT NULL,
    title VARCHAR(200) NOT NULL,
    description VARCHAR(500) NOT NULL,
    PRIMARY KEY (product_id, lang),
    CONSTRAINT product_of_search_text FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
];
