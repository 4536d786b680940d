/** Other systems feed the shop with what they sell, get in and price anew. */
export const FEED = [
  `CREATE TABLE IF NOT EXISTS feed_systems (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    token_hash CHAR(64) CHARACTER SET ascii NOT NULL UNIQUE,
    off BOOLEAN NOT NULL DEFAULT FALSE,
    created_at DATETIME(3) NOT NULL,
    last_seen_at DATETIME(3) NULL
  )`,
  `CREATE TABLE IF NOT EXISTS feed_batches (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    system_id INT UNSIGNED NOT NULL,
    \`key\` VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    body_hash CHAR(64) CHARACTER SET ascii NOT NULL,
    at DATETIME(3) NOT NULL,
    times INT UNSIGNED NOT NULL DEFAULT 1,
    milliseconds INT UNSIGNED NOT NULL DEFAULT 0,
    results JSON NULL,
    UNIQUE KEY once (system_id, \`key\`),
    KEY by_time (at),
    CONSTRAINT system_of_batch FOREIGN KEY (system_id) REFERENCES feed_systems (id) ON DELETE CASCADE
  )`,
  // The newest change that each system has told of a product.
  `CREATE TABLE IF NOT EXISTS feed_numbers (
    system_id INT UNSIGNED NOT NULL,
    sku VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
    number BIGINT UNSIGNED NOT NULL,
    PRIMARY KEY (system_id, sku),
    CONSTRAINT system_of_number FOREIGN KEY (system_id) REFERENCES feed_systems (id) ON DELETE CASCADE
  )`,
  // The simulated shop system, which one server runs at a time; it knows its own token as any other system would.
  `CREATE TABLE IF NOT EXISTS shop_system (
    id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
    token VARCHAR(100) CHARACTER SET ascii NOT NULL,
    running BOOLEAN NOT NULL,
    pace SMALLINT UNSIGNED NOT NULL,
    trouble VARCHAR(20) CHARACTER SET ascii NOT NULL,
    turn INT UNSIGNED NOT NULL,
    said VARCHAR(400) NOT NULL,
    said_at DATETIME(3) NULL,
    server CHAR(36) CHARACTER SET ascii NULL,
    lease_until DATETIME(3) NULL
  )`,
];
