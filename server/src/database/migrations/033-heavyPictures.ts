/** Renditions that weigh too much, by their names; noted as they are made. */
export const HEAVY_PICTURES = [
  `CREATE TABLE IF NOT EXISTS heavy_pictures (
    name VARCHAR(40) NOT NULL PRIMARY KEY,
    bytes INT UNSIGNED NOT NULL
  )`,
];
