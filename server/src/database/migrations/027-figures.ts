/** Counters by day, aisle and place. Nothing of a person is kept: not who looked, not what else they looked at. */
export const FIGURES = [
  // Names of aisles, shelves, filters and what else is counted by, so that counters are small.
  `CREATE TABLE IF NOT EXISTS figure_names (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(190) COLLATE utf8mb4_nopad_bin NOT NULL UNIQUE
  )`,
  // Place 0 holds what was filtered or sorted otherwise. Products that are deleted keep what they earned.
  `CREATE TABLE IF NOT EXISTS figure_cards (
    day DATE NOT NULL,
    aisle INT UNSIGNED NOT NULL,
    shelf INT UNSIGNED NOT NULL,
    place SMALLINT UNSIGNED NOT NULL,
    width ENUM('wide', 'medium', 'narrow') NOT NULL,
    product INT UNSIGNED NOT NULL,
    seen INT UNSIGNED NOT NULL DEFAULT 0,
    clicks INT UNSIGNED NOT NULL DEFAULT 0,
    carts INT UNSIGNED NOT NULL DEFAULT 0,
    bought INT UNSIGNED NOT NULL DEFAULT 0,
    revenue BIGINT UNSIGNED NOT NULL DEFAULT 0,
    PRIMARY KEY (aisle, day, shelf, place, width, product),
    KEY by_product (product, day),
    KEY by_day (day)
  )`,
  `CREATE TABLE IF NOT EXISTS figure_marks (
    day DATE NOT NULL,
    aisle INT UNSIGNED NOT NULL,
    kind ENUM('all', 'narrowed', 'plan', 'edition', 'width', 'lang', 'badge', 'facet', 'value', 'order', 'query', 'within') NOT NULL,
    name INT UNSIGNED NOT NULL,
    visits INT UNSIGNED NOT NULL DEFAULT 0,
    found INT UNSIGNED NULL,
    seen INT UNSIGNED NOT NULL DEFAULT 0,
    clicks INT UNSIGNED NOT NULL DEFAULT 0,
    carts INT UNSIGNED NOT NULL DEFAULT 0,
    bought INT UNSIGNED NOT NULL DEFAULT 0,
    revenue BIGINT UNSIGNED NOT NULL DEFAULT 0,
    PRIMARY KEY (kind, aisle, day, name),
    KEY by_name (kind, name, day),
    KEY by_day (kind, day)
  )`,
  // Batches that were counted lately, so that none counts twice; forgotten after a few hours.
  `CREATE TABLE IF NOT EXISTS figure_batches (
    id VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    at DATETIME NOT NULL,
    KEY by_time (at)
  )`,
  // The demo's simulated shoppers, whom one server lets walk at a time.
  `CREATE TABLE IF NOT EXISTS simulated_shoppers (
    id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
    walking BOOLEAN NOT NULL,
    pace SMALLINT UNSIGNED NOT NULL,
    visits INT UNSIGNED NOT NULL DEFAULT 0,
    said VARCHAR(400) NOT NULL,
    said_at DATETIME(3) NULL,
    server CHAR(36) CHARACTER SET ascii NULL,
    lease_until DATETIME(3) NULL
  )`,
];
