/** Roles, publications that wait for a second person, and who has which plan open. */
export const PEOPLE = [
  `ALTER TABLE users
    ADD COLUMN IF NOT EXISTS role ENUM('viewer', 'merchandiser', 'publisher', 'owner') NOT NULL DEFAULT 'owner'`,
  `CREATE TABLE IF NOT EXISTS presence (
    plan_id VARCHAR(64) NOT NULL,
    user_id INT UNSIGNED NOT NULL,
    seen_at DATETIME(3) NOT NULL,
    PRIMARY KEY (plan_id, user_id),
    CONSTRAINT plan_that_is_open FOREIGN KEY (plan_id) REFERENCES plans (id) ON DELETE CASCADE,
    CONSTRAINT user_who_is_here FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS publication_requests (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    plans JSON NOT NULL,
    note VARCHAR(400) NOT NULL,
    state ENUM('waiting', 'approved', 'declined', 'withdrawn') NOT NULL DEFAULT 'waiting',
    asked_at DATETIME(3) NOT NULL,
    asked_by INT UNSIGNED NULL,
    answered_by INT UNSIGNED NULL,
    answer VARCHAR(400) NOT NULL DEFAULT '',
    KEY by_state (state, asked_at),
    CONSTRAINT user_who_asked FOREIGN KEY (asked_by) REFERENCES users (id) ON DELETE SET NULL,
    CONSTRAINT user_who_answered FOREIGN KEY (answered_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
