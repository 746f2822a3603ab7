import { PRACTICE_PASSED } from '@rugged/contract';

/**
 * How far people of a shop ($1) are in the practice: the first time with a case counts, the last ten make the mean.
 * @param who of whom; everybody where nobody says
 */
export const practisedQuery = (who = ''): string =>
  `SELECT "personId", count(*)::int AS cases, max(level) FILTER (WHERE total >= ${PRACTICE_PASSED}) AS level,
     round(avg(total) FILTER (WHERE latest <= 10))::int AS mean
   FROM (
     SELECT made_by AS "personId", total, split_part(name, '-', 1)::int AS level,
       row_number() OVER (PARTITION BY made_by ORDER BY made_at DESC) AS latest
     FROM (
       SELECT DISTINCT ON (made_by, name) made_by, name, total, made_at FROM practice_results
       WHERE shop_id = $1 ${who} ORDER BY made_by, name, made_at, id) first_times) each
   GROUP BY "personId" ORDER BY "personId"`;
