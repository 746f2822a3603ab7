import type { MigrationContext } from '../migration';
import { askable } from '../rights';

/** A link that works once makes the first shop of a database, and its owner. Only its digest is kept. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE TABLE beginnings (
      digest text PRIMARY KEY,
      ends_at timestamptz NOT NULL,
      used_at timestamptz
    );

    CREATE FUNCTION begin_shop(link text, shop uuid, shop_name text, shop_unit text, person uuid, person_name text,
        address text, hash text)
      RETURNS boolean LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
    BEGIN
      UPDATE beginnings SET used_at = now() WHERE digest = link AND used_at IS NULL AND ends_at > now();
      IF NOT FOUND THEN RETURN false; END IF;
      INSERT INTO shops (id, name, unit) VALUES (shop, shop_name, shop_unit);
      INSERT INTO people (id, shop_id, name, email, password_hash) VALUES (person, shop, person_name, address, hash);
      RETURN true;
    END $$;
    ${askable('begin_shop(text, uuid, text, text, uuid, text, text, text)')}
  `);
}
