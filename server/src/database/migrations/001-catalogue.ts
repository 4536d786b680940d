/** Products and everything they are grouped by. Texts stand per language; money in cents; times in UTC. */
export const CATALOGUE = [
  `CREATE TABLE IF NOT EXISTS settings (
    name VARCHAR(64) NOT NULL PRIMARY KEY,
    value JSON NOT NULL
  )`,
  `CREATE TABLE IF NOT EXISTS categories (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    parent_id INT UNSIGNED NULL,
    parent_key INT UNSIGNED AS (IFNULL(parent_id, 0)) PERSISTENT,
    slug VARCHAR(120) NOT NULL,
    position INT NOT NULL DEFAULT 0,
    colour CHAR(7) NULL,
    UNIQUE KEY one_slug_per_level (parent_key, slug),
    CONSTRAINT category_parent FOREIGN KEY (parent_id) REFERENCES categories (id)
  )`,
  `CREATE TABLE IF NOT EXISTS category_texts (
    category_id INT UNSIGNED NOT NULL,
    lang CHAR(2) NOT NULL,
    title VARCHAR(200) NOT NULL,
    description TEXT NOT NULL DEFAULT '',
    PRIMARY KEY (category_id, lang),
    CONSTRAINT category_of_text FOREIGN KEY (category_id) REFERENCES categories (id) ON DELETE CASCADE
  )`,
  ...['tag', 'collection'].flatMap((group) => [
    `CREATE TABLE IF NOT EXISTS ${group}s (
      id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
      slug VARCHAR(120) NOT NULL UNIQUE
    )`,
    `CREATE TABLE IF NOT EXISTS ${group}_texts (
      ${group}_id INT UNSIGNED NOT NULL,
      lang CHAR(2) NOT NULL,
      title VARCHAR(200) NOT NULL,
      description TEXT NOT NULL DEFAULT '',
      PRIMARY KEY (${group}_id, lang),
      CONSTRAINT ${group}_of_text FOREIGN KEY (${group}_id) REFERENCES ${group}s (id) ON DELETE CASCADE
    )`,
  ]),
  `CREATE TABLE IF NOT EXISTS attributes (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    \`key\` VARCHAR(64) NOT NULL UNIQUE,
    type ENUM('text', 'many', 'number', 'boolean', 'colour') NOT NULL,
    unit VARCHAR(16) NULL,
    filterable BOOLEAN NOT NULL DEFAULT TRUE,
    on_cards BOOLEAN NOT NULL DEFAULT TRUE,
    position INT NOT NULL DEFAULT 0
  )`,
  `CREATE TABLE IF NOT EXISTS attribute_texts (
    attribute_id INT UNSIGNED NOT NULL,
    lang CHAR(2) NOT NULL,
    label VARCHAR(120) NOT NULL,
    PRIMARY KEY (attribute_id, lang),
    CONSTRAINT attribute_of_text FOREIGN KEY (attribute_id) REFERENCES attributes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS attribute_values (
    attribute_id INT UNSIGNED NOT NULL,
    value VARCHAR(200) COLLATE utf8mb4_bin NOT NULL,
    swatch CHAR(7) NULL,
    labels JSON NOT NULL,
    PRIMARY KEY (attribute_id, value),
    CONSTRAINT attribute_of_value FOREIGN KEY (attribute_id) REFERENCES attributes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS products (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    sku VARCHAR(64) NOT NULL UNIQUE,
    slug VARCHAR(160) NOT NULL UNIQUE,
    price_cents INT UNSIGNED NULL,
    was_cents INT UNSIGNED NULL,
    currency CHAR(3) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    stock INT NULL,
    featured BOOLEAN NOT NULL DEFAULT FALSE,
    rating DECIMAL(3, 2) NULL CHECK (rating BETWEEN 0 AND 5),
    ratings INT UNSIGNED NOT NULL DEFAULT 0,
    sold INT UNSIGNED NOT NULL DEFAULT 0
  )`,
  `CREATE TABLE IF NOT EXISTS product_texts (
    product_id INT UNSIGNED NOT NULL,
    lang CHAR(2) NOT NULL,
    title VARCHAR(300) NOT NULL,
    description MEDIUMTEXT NOT NULL DEFAULT '',
    PRIMARY KEY (product_id, lang),
    CONSTRAINT product_of_text FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS product_categories (
    product_id INT UNSIGNED NOT NULL,
    position SMALLINT UNSIGNED NOT NULL,
    category_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (product_id, position),
    UNIQUE KEY once_per_category (product_id, category_id),
    CONSTRAINT product_in_category FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE,
    CONSTRAINT category_of_product FOREIGN KEY (category_id) REFERENCES categories (id)
  )`,
  ...['tag', 'collection'].map(
    (group) => `CREATE TABLE IF NOT EXISTS product_${group}s (
      product_id INT UNSIGNED NOT NULL,
      position SMALLINT UNSIGNED NOT NULL,
      ${group}_id INT UNSIGNED NOT NULL,
      PRIMARY KEY (product_id, position),
      UNIQUE KEY once_per_${group} (product_id, ${group}_id),
      CONSTRAINT product_in_${group} FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE,
      CONSTRAINT ${group}_of_product FOREIGN KEY (${group}_id) REFERENCES ${group}s (id)
    )`,
  ),
  `CREATE TABLE IF NOT EXISTS product_attributes (
    product_id INT UNSIGNED NOT NULL,
    attribute_id INT UNSIGNED NOT NULL,
    position SMALLINT UNSIGNED NOT NULL,
    value VARCHAR(200) COLLATE utf8mb4_bin NOT NULL,
    PRIMARY KEY (product_id, attribute_id, position),
    CONSTRAINT product_of_value FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE,
    CONSTRAINT attribute_of_product FOREIGN KEY (attribute_id) REFERENCES attributes (id)
  )`,
  `CREATE TABLE IF NOT EXISTS pictures (
    source VARCHAR(400) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
    hash CHAR(32) NOT NULL,
    width INT UNSIGNED NOT NULL,
    height INT UNSIGNED NOT NULL,
    KEY by_hash (hash)
  )`,
  `CREATE TABLE IF NOT EXISTS product_images (
    product_id INT UNSIGNED NOT NULL,
    position SMALLINT UNSIGNED NOT NULL,
    source VARCHAR(400) COLLATE utf8mb4_bin NOT NULL,
    PRIMARY KEY (product_id, position),
    CONSTRAINT product_of_image FOREIGN KEY (product_id) REFERENCES products (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS catalogue_changes (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    kind VARCHAR(40) NOT NULL
  )`,
];
