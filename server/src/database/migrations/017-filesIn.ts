/** How files are read is kept by name. */
export const FILES_IN = [
  `CREATE TABLE IF NOT EXISTS import_mappings (
    name VARCHAR(80) NOT NULL PRIMARY KEY,
    body JSON NOT NULL,
    updated_at DATETIME(3) NOT NULL
  )`,
];
