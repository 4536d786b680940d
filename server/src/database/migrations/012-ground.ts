/**
 * What lists ask of drafts without reading them, changes of the catalogue in the order of their commits, jobs that belong
 * to the server that runs them, requests that arrive twice, and people who leave.
 */
export const GROUND = [
  `ALTER TABLE plans
    ADD COLUMN IF NOT EXISTS name VARCHAR(200) AS (JSON_VALUE(document, '$.name')) PERSISTENT,
    ADD COLUMN IF NOT EXISTS base VARCHAR(64) AS (JSON_VALUE(document, '$.base')) PERSISTENT`,
  'CREATE INDEX IF NOT EXISTS by_base ON plans (base)',
  // Whoever changes the catalogue holds this row until the end of the transaction: numbers are in the order of commits.
  `CREATE TABLE IF NOT EXISTS catalogue_version (
    id TINYINT UNSIGNED NOT NULL PRIMARY KEY CHECK (id = 1),
    version BIGINT UNSIGNED NOT NULL
  )`,
  'ALTER TABLE catalogue_changes ADD COLUMN IF NOT EXISTS version BIGINT UNSIGNED NULL',
  'UPDATE catalogue_changes SET version = id WHERE version IS NULL',
  'CREATE INDEX IF NOT EXISTS by_version ON catalogue_changes (version)',
  `INSERT IGNORE INTO catalogue_version (id, version)
    SELECT 1, IFNULL(MAX(version), 0) FROM catalogue_changes`,
  `ALTER TABLE jobs
    ADD COLUMN IF NOT EXISTS server CHAR(36) NULL,
    ADD COLUMN IF NOT EXISTS lease_until DATETIME(3) NULL`,
  `CREATE TABLE IF NOT EXISTS idempotency_keys (
    user_id INT UNSIGNED NOT NULL,
    operation VARCHAR(40) CHARACTER SET ascii NOT NULL,
    \`key\` VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    body_hash CHAR(64) CHARACTER SET ascii NOT NULL,
    answer JSON NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (user_id, operation, \`key\`),
    KEY by_age (at),
    CONSTRAINT user_of_key FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE CASCADE
  )`,
  `ALTER TABLE users
    MODIFY COLUMN email VARCHAR(200) NULL,
    ADD COLUMN IF NOT EXISTS removed_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS sessions_from DATETIME(3) NULL`,
];
