/** Lists are counted no further: nobody wants to know how many more there are, and counting them takes time. */
export const MOST_COUNTED = 1000;

/** So many rows that a device kept without signal go in one request. */
export const ROWS_AT_ONCE = 50;
