/** How shoppers see the values of an attribute; swatches of two colours, and pictures. */
export const VALUE_SHOW = [
  'ALTER TABLE attributes ADD COLUMN IF NOT EXISTS shown JSON NULL',
  'ALTER TABLE attribute_values MODIFY swatch VARCHAR(48) NULL',
];
