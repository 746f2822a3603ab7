/** Lists are counted no further: nobody wants to know how many more there are, and counting them takes time. */
export const MOST_COUNTED = 1000;
