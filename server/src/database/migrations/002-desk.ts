/** People, plans, editions, jobs and the record of who did what. */
export const DESK = [
  `CREATE TABLE IF NOT EXISTS users (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    email VARCHAR(200) NOT NULL UNIQUE,
    name VARCHAR(120) NOT NULL,
    password_hash VARCHAR(200) NOT NULL,
    created_at DATETIME(3) NOT NULL
  )`,
  `CREATE TABLE IF NOT EXISTS sessions (
    sid VARCHAR(64) NOT NULL PRIMARY KEY,
    expires DATETIME NULL,
    data TEXT NULL,
    KEY by_expiry (expires)
  )`,
  `CREATE TABLE IF NOT EXISTS plans (
    id VARCHAR(64) NOT NULL PRIMARY KEY,
    document JSON NOT NULL,
    version INT UNSIGNED NOT NULL,
    updated_at DATETIME(3) NOT NULL,
    updated_by INT UNSIGNED NULL,
    CONSTRAINT user_of_plan FOREIGN KEY (updated_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
  `CREATE TABLE IF NOT EXISTS editions (
    number INT UNSIGNED NOT NULL PRIMARY KEY,
    document JSON NOT NULL,
    hash CHAR(64) NOT NULL,
    note VARCHAR(400) NOT NULL,
    published_at DATETIME(3) NOT NULL,
    published_by INT UNSIGNED NULL,
    CONSTRAINT user_of_edition FOREIGN KEY (published_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
  // An edition never changes: the database itself refuses.
  `CREATE TRIGGER IF NOT EXISTS editions_stay BEFORE UPDATE ON editions FOR EACH ROW
    BEGIN
      IF NOT (NEW.document <=> OLD.document AND NEW.hash <=> OLD.hash AND NEW.number <=> OLD.number) THEN
        SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An edition never changes';
      END IF;
    END`,
  `CREATE TABLE IF NOT EXISTS live_edition (
    id TINYINT UNSIGNED NOT NULL PRIMARY KEY CHECK (id = 1),
    number INT UNSIGNED NOT NULL,
    CONSTRAINT edition_that_is_live FOREIGN KEY (number) REFERENCES editions (number)
  )`,
  `CREATE TABLE IF NOT EXISTS jobs (
    id CHAR(36) NOT NULL PRIMARY KEY,
    kind VARCHAR(40) NOT NULL,
    state ENUM('queued', 'running', 'done', 'failed') NOT NULL,
    progress JSON NOT NULL,
    report JSON NULL,
    failure TEXT NULL,
    created_at DATETIME(3) NOT NULL,
    finished_at DATETIME(3) NULL,
    created_by INT UNSIGNED NULL,
    KEY by_time (created_at),
    CONSTRAINT user_of_job FOREIGN KEY (created_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
  `CREATE TABLE IF NOT EXISTS activity (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    user_id INT UNSIGNED NULL,
    action VARCHAR(60) NOT NULL,
    subject VARCHAR(120) NOT NULL,
    detail JSON NOT NULL,
    KEY by_subject (subject, at),
    CONSTRAINT user_of_activity FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
