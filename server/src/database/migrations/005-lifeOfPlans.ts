/** Plans that are put aside, deleted and had back; campaigns with a start and an end. */
export const LIFE_OF_PLANS = [
  `ALTER TABLE plans
    ADD COLUMN IF NOT EXISTS standing ENUM('open', 'aside', 'deleted') NOT NULL DEFAULT 'open',
    ADD COLUMN IF NOT EXISTS note VARCHAR(2000) NOT NULL DEFAULT ''`,
  `CREATE TABLE IF NOT EXISTS campaigns (
    id CHAR(36) NOT NULL PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    zone VARCHAR(60) NOT NULL,
    starts_local CHAR(16) NOT NULL,
    ends_local CHAR(16) NULL,
    starts_at DATETIME(3) NOT NULL,
    ends_at DATETIME(3) NULL,
    content JSON NOT NULL,
    state ENUM('waiting', 'running', 'over', 'called-off') NOT NULL DEFAULT 'waiting',
    trouble VARCHAR(400) NULL,
    created_at DATETIME(3) NOT NULL,
    created_by INT UNSIGNED NULL,
    CHECK (ends_at IS NULL OR ends_at > starts_at),
    KEY by_state (state, starts_at),
    CONSTRAINT user_of_campaign FOREIGN KEY (created_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
