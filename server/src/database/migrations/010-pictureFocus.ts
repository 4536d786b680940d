/** What of a category's picture stays in view where it is cropped, in percent from the top left. */
export const PICTURE_FOCUS = [
  `ALTER TABLE categories
    ADD COLUMN IF NOT EXISTS focus_x TINYINT UNSIGNED NOT NULL DEFAULT 50,
    ADD COLUMN IF NOT EXISTS focus_y TINYINT UNSIGNED NOT NULL DEFAULT 50`,
];
