/** Versions of plans that are shown to shares of shoppers, and what is counted of them: by hundredths, not by people. */
export const TRIALS = [
  `CREATE TABLE IF NOT EXISTS trials (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    plan_id VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    goal ENUM('clicks', 'carts', 'revenue') NOT NULL,
    smallest TINYINT UNSIGNED NOT NULL,
    versions JSON NOT NULL,
    state ENUM('ready', 'running', 'ended', 'called-off') NOT NULL,
    kept TINYINT UNSIGNED NULL,
    created_at DATETIME(3) NOT NULL,
    created_by INT UNSIGNED NULL,
    started_at DATETIME(3) NULL,
    ended_at DATETIME(3) NULL,
    KEY by_state (state),
    CONSTRAINT user_of_trial FOREIGN KEY (created_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
  `CREATE TABLE IF NOT EXISTS figure_trials (
    day DATE NOT NULL,
    trial CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    version TINYINT UNSIGNED NOT NULL,
    part TINYINT UNSIGNED NOT NULL,
    visits INT UNSIGNED NOT NULL DEFAULT 0,
    purchases INT UNSIGNED NOT NULL DEFAULT 0,
    seen INT UNSIGNED NOT NULL DEFAULT 0,
    clicks INT UNSIGNED NOT NULL DEFAULT 0,
    carts INT UNSIGNED NOT NULL DEFAULT 0,
    bought INT UNSIGNED NOT NULL DEFAULT 0,
    revenue BIGINT UNSIGNED NOT NULL DEFAULT 0,
    PRIMARY KEY (trial, day, version, part)
  )`,
];
