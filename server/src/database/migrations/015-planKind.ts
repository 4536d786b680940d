/** Whether a draft is a plan or a part, for lists that don't read it; in a part's documents the kind says so. */
export const PLAN_KIND = [
  `ALTER TABLE plans
    ADD COLUMN IF NOT EXISTS kind VARCHAR(10) CHARACTER SET ascii
      AS (IFNULL(JSON_VALUE(document, '$.kind'), 'page')) PERSISTENT`,
];
