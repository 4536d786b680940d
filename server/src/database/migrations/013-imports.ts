import { RESERVED_PARAMETERS } from '@fond/core';

/** Attributes whose key means something else in addresses were never seen; they get a mark, as new ones do. */
const TAKEN = [...RESERVED_PARAMETERS, 'category', 'tag', 'price', 'rating', 'sale', 'stock'];

/**
 * Imports that are prepared beside the catalogue and taken over in short steps; names that differ by any sign are
 * different ones; what is not known is not zero.
 */
export const IMPORTS = [
  `CREATE TABLE IF NOT EXISTS imports (
    id CHAR(36) NOT NULL PRIMARY KEY,
    lang CHAR(2) NOT NULL,
    currency CHAR(3) NOT NULL,
    total INT UNSIGNED NOT NULL,
    applied INT UNSIGNED NOT NULL DEFAULT 0,
    names JSON NOT NULL,
    report JSON NOT NULL,
    user_id INT UNSIGNED NULL,
    decided_at DATETIME(3) NOT NULL,
    done_at DATETIME(3) NULL,
    KEY by_end (done_at)
  )`,
  `CREATE TABLE IF NOT EXISTS import_rows (
    import_id CHAR(36) NOT NULL,
    position INT UNSIGNED NOT NULL,
    sku VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
    record JSON NOT NULL,
    product_id INT UNSIGNED NULL,
    PRIMARY KEY (import_id, position)
  )`,
  // Names the import whose rows tell which products changed.
  'ALTER TABLE catalogue_changes ADD COLUMN IF NOT EXISTS import_id CHAR(36) NULL',
  'ALTER TABLE jobs ADD COLUMN IF NOT EXISTS faults JSON NULL',
  `ALTER TABLE attributes
    MODIFY COLUMN \`key\` VARCHAR(65) COLLATE utf8mb4_bin NOT NULL,
    ADD COLUMN IF NOT EXISTS grouped BOOLEAN NOT NULL DEFAULT TRUE,
    ADD COLUMN IF NOT EXISTS decimals TINYINT UNSIGNED NULL`,
  `UPDATE attributes SET \`key\` = CONCAT('_', \`key\`) WHERE \`key\` IN (${TAKEN.map((key) => `'${key}'`).join(', ')})`,
  `ALTER TABLE products
    MODIFY COLUMN sku VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
    MODIFY COLUMN slug VARCHAR(160) COLLATE utf8mb4_bin NOT NULL,
    MODIFY COLUMN created_at DATETIME(3) NULL,
    MODIFY COLUMN ratings INT UNSIGNED NULL,
    MODIFY COLUMN sold INT UNSIGNED NULL`,
  ...['categories', 'tags', 'collections'].map(
    (table) => `ALTER TABLE ${table} MODIFY COLUMN slug VARCHAR(120) COLLATE utf8mb4_bin NOT NULL`,
  ),
  // What values an attribute has is asked for its aisles, at every change of definitions.
  'CREATE INDEX IF NOT EXISTS by_value ON product_attributes (attribute_id, value)',
  'CREATE INDEX IF NOT EXISTS by_job_state ON jobs (state, kind)',
];
