/** Starting points of the shop's own. */
export const DESIGNS = [
  `CREATE TABLE IF NOT EXISTS designs (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    about VARCHAR(200) NOT NULL,
    content JSON NOT NULL,
    created_at DATETIME(3) NOT NULL,
    created_by INT UNSIGNED NULL,
    UNIQUE KEY one_design_of_each_name (name),
    CONSTRAINT user_of_design FOREIGN KEY (created_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
