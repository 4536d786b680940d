/** Until when each person has seen what others changed. */
export const LOOKS = [
  `CREATE TABLE IF NOT EXISTS looks (
    user_id INT UNSIGNED NOT NULL PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    CONSTRAINT user_of_look FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE CASCADE
  )`,
];
