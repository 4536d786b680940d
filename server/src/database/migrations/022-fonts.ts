/** Families of type that a shop has brought itself; never taken away, as editions that use them are not. */
export const FONTS = [
  `CREATE TABLE IF NOT EXISTS fonts (
    id VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    facts JSON NOT NULL,
    licence VARCHAR(500) NOT NULL,
    content MEDIUMBLOB NOT NULL,
    away BOOLEAN NOT NULL DEFAULT FALSE,
    created_at DATETIME(3) NOT NULL,
    created_by INT UNSIGNED NULL,
    CONSTRAINT user_of_font FOREIGN KEY (created_by) REFERENCES users (id) ON DELETE SET NULL
  )`,
];
