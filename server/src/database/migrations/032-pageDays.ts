/** Between which days shoppers see a free page that is open. */
export const PAGE_DAYS = [
  'ALTER TABLE free_pages ADD COLUMN IF NOT EXISTS from_day DATE NULL',
  'ALTER TABLE free_pages ADD COLUMN IF NOT EXISTS until_day DATE NULL',
];
