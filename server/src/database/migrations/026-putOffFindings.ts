/** What checks find and nobody wants to hear of for now. */
export const PUT_OFF_FINDINGS = [
  `CREATE TABLE IF NOT EXISTS put_off_findings (
    name VARCHAR(700) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    name_hash BINARY(32) AS (UNHEX(SHA2(name, 256))) PERSISTENT,
    until DATE NULL,
    reason VARCHAR(300) NOT NULL,
    at DATETIME(3) NOT NULL,
    user_id INT UNSIGNED NULL,
    UNIQUE KEY one_per_finding (name_hash),
    CONSTRAINT user_of_put_off FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
