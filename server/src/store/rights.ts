/** The login that the server works under. It belongs to no shop and owns nothing. */
export const SERVER_ROLE = 'rugged_server';

/** The shop that a connection speaks for just now; none where nobody said. */
export const ASKING_SHOP = `(SELECT nullif(current_setting('rugged.shop', true), '')::uuid)`;

/** Who asks, as the connection was told. */
export const ASKING_PERSON = `nullif(current_setting('rugged.person', true), '')::uuid`;

/**
 * The second lock on a table: its rows are there only for a connection that speaks for their shop, whatever a query
 * forgot to ask for, and the server may do to them what is named and nothing else.
 *
 * @param may what the server's login may do
 * @param mine which rows are those of the shop
 */
export const secured = (table: string, may: string, mine = `shop_id = ${ASKING_SHOP}`): string => `
  REVOKE ALL ON ${table} FROM ${SERVER_ROLE};
  GRANT ${may} ON ${table} TO ${SERVER_ROLE};
  ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
  CREATE POLICY of_its_shop ON ${table} USING (${mine}) WITH CHECK (${mine});`;

/** What the server may ask without speaking for a shop: told by a function that answers one question. */
export const askable = (signature: string): string => `
  REVOKE ALL ON FUNCTION ${signature} FROM PUBLIC;
  GRANT EXECUTE ON FUNCTION ${signature} TO ${SERVER_ROLE};`;
