/** Keys of aisles: `front`, `category:12`, `value:material:Cast iron`. */
export const AISLE_KEY_PATTERN =
  /^(front|search|(category|tag|collection|page):\d+|value:[^:\s]{1,64}:[^\n]{1,200})$/;
