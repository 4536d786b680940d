/** Free pages, aisles by attribute value, pictures of categories, and shoppers who sign in. */
export const FREE_PAGES = [
  `ALTER TABLE attributes ADD COLUMN IF NOT EXISTS has_aisles BOOLEAN NOT NULL DEFAULT FALSE`,
  `ALTER TABLE categories ADD COLUMN IF NOT EXISTS picture VARCHAR(400) COLLATE utf8mb4_bin NULL`,
  `CREATE TABLE IF NOT EXISTS free_pages (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    path VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    stands_for VARCHAR(340) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
    open BOOLEAN NOT NULL DEFAULT FALSE,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    updated_at DATETIME(3) NOT NULL,
    updated_by INT UNSIGNED NULL,
    UNIQUE KEY one_page_per_address (path),
    UNIQUE KEY one_page_per_aisle (stands_for),
    CONSTRAINT user_of_page FOREIGN KEY (updated_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
  `CREATE TABLE IF NOT EXISTS free_page_texts (
    free_page_id INT UNSIGNED NOT NULL,
    lang CHAR(2) NOT NULL,
    title VARCHAR(200) NOT NULL,
    description TEXT NOT NULL DEFAULT '',
    PRIMARY KEY (free_page_id, lang),
    CONSTRAINT page_of_text FOREIGN KEY (free_page_id) REFERENCES free_pages (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS shoppers (
    id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    email VARCHAR(254) NOT NULL UNIQUE,
    name VARCHAR(120) NOT NULL,
    password_hash VARCHAR(200) NOT NULL
  )`,
];
