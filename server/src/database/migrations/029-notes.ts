/** What merchandisers say to each other about a place of a plan, and what is answered. */
export const NOTES = [
  `CREATE TABLE IF NOT EXISTS notes (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    plan_id VARCHAR(64) NOT NULL,
    place VARCHAR(120) NOT NULL,
    sku VARCHAR(64) NULL,
    aisle VARCHAR(340) NULL,
    words VARCHAR(2000) NOT NULL,
    at DATETIME(3) NOT NULL,
    user_id INT UNSIGNED NULL,
    settled_at DATETIME(3) NULL,
    settled_by INT UNSIGNED NULL,
    KEY by_plan (plan_id, settled_at),
    CONSTRAINT plan_of_note FOREIGN KEY (plan_id) REFERENCES plans (id) ON DELETE CASCADE,
    CONSTRAINT user_of_note FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE SET NULL,
    CONSTRAINT settler_of_note FOREIGN KEY (settled_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
  `CREATE TABLE IF NOT EXISTS note_answers (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    note_id INT UNSIGNED NOT NULL,
    words VARCHAR(2000) NOT NULL,
    at DATETIME(3) NOT NULL,
    user_id INT UNSIGNED NULL,
    CONSTRAINT note_of_answer FOREIGN KEY (note_id) REFERENCES notes (id) ON DELETE CASCADE,
    CONSTRAINT user_of_answer FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
