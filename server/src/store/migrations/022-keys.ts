import { QueryTypes } from 'sequelize';
import type { MigrationContext } from '../migration';
import { ASKING_PERSON, ASKING_SHOP } from '../rights';

const SECURELY = 'SECURITY DEFINER SET search_path = public, pg_temp';

/**
 * Every key carries the shop, and nothing looks for a row by its id alone: the rows of a shop stand together wherever
 * they stand, also where shops are spread over several machines. What opens a door without a session (a link, a code, a
 * feed, an account) is found in a directory that says of which shop it is.
 */
export async function up(context: MigrationContext): Promise<void> {
  const { sql } = context;
  await sql(`
    ALTER TABLE sensor_lines ADD COLUMN shop_id uuid;
    UPDATE sensor_lines l SET shop_id = s.shop_id FROM sensors s WHERE s.id = l.sensor_id;
    ALTER TABLE sensor_lines ALTER COLUMN shop_id SET NOT NULL,
      -- A server of before says only which sensor it is.
      ALTER COLUMN shop_id SET DEFAULT nullif(current_setting('rugged.shop', true), '')::uuid;
    DROP POLICY of_its_shop ON sensor_lines;
    CREATE POLICY of_its_shop ON sensor_lines USING (shop_id = ${ASKING_SHOP}) WITH CHECK (shop_id = ${ASKING_SHOP});
  `);
  await keysWithTheShop(context);
  await sql(DIRECTORY);
  await sql(TOUCHED);
  await sql(WORDS);
  await sql(DOORS);
  await lookInTheShop(context);
}

interface Key {
  table: string;
  name: string;
  kind: 'f' | 'p' | 'u';
  columns: string[];
  of: string;
  ofColumns: string[];
  cascades: boolean;
}

/** Foreign keys go, the keys they lean on are made anew, and they come again. */
async function keysWithTheShop({ sql, sequelize, transaction }: MigrationContext): Promise<void> {
  const columns = (numbers: string, relation: string) => `ARRAY(SELECT a.attname::text FROM unnest(c.${numbers})
    WITH ORDINALITY k(number, place) JOIN pg_attribute a ON a.attrelid = c.${relation} AND a.attnum = k.number
    ORDER BY k.place)`;
  const keys = await sequelize.query<Key>(
    `SELECT c.conrelid::regclass::text AS table, c.conname AS name, c.contype::text AS kind,
       ${columns('conkey', 'conrelid')} AS columns, c.confrelid::regclass::text AS of,
       ${columns('confkey', 'confrelid')} AS "ofColumns", c.confdeltype = 'c' AS cascades
     FROM pg_constraint c JOIN pg_attribute s ON s.attrelid = c.conrelid AND s.attname = 'shop_id'
     WHERE c.connamespace = 'public'::regnamespace AND c.contype IN ('f', 'p', 'u')
     ORDER BY c.conrelid::regclass::text, c.conname`,
    { type: QueryTypes.SELECT, transaction },
  );
  const withShop = (names: readonly string[]) => (names.includes('shop_id') ? names : ['shop_id', ...names]);
  const sameAs = (one: readonly string[], other: readonly string[]) =>
    [...one].sort().join() === [...other].sort().join();
  const foreign = keys.filter(({ kind }) => kind === 'f');
  // Primary keys first: of two keys that a row sent twice hurts the database names the one that was made first.
  const own = keys.filter(({ kind }) => kind !== 'f').sort((a, b) => a.kind.localeCompare(b.kind));
  const primary = (table: string) => own.find((key) => key.table === table && key.kind === 'p')?.columns ?? [];
  for (const { table, name } of foreign) await sql(`ALTER TABLE ${table} DROP CONSTRAINT ${name}`);
  for (const { table, name, kind, columns: named } of own) {
    const wanted = withShop(named);
    const again = kind === 'u' && sameAs(wanted, withShop(primary(table)));
    if (wanted === named && !again) continue;
    await sql(`ALTER TABLE ${table} DROP CONSTRAINT ${name}`);
    if (!again)
      await sql(`ALTER TABLE ${table} ADD CONSTRAINT ${name}
        ${kind === 'p' ? 'PRIMARY KEY' : 'UNIQUE'} (${wanted.join(', ')})`);
  }
  for (const { table, name, columns: named, of, ofColumns, cascades } of foreign) {
    const bare = of === 'shops' || of === 'accounts';
    await sql(`ALTER TABLE ${table} ADD CONSTRAINT ${name}
      FOREIGN KEY (${(bare ? named : withShop(named)).join(', ')})
      REFERENCES ${of} (${(bare ? ofColumns : withShop(ofColumns)).join(', ')})
      ${cascades ? 'ON DELETE CASCADE' : ''}`);
  }
  await sql('DROP INDEX shops_by_feed; CREATE INDEX shops_by_feed ON shops (id, feed_secret)');
}

/** What opens a door, and of which shop it is: of no shop itself, read by functions only. */
const DIRECTORY = `
  CREATE TABLE ways_in (
    kind text NOT NULL CHECK (kind IN ('feed', 'link', 'code', 'invitation', 'account')),
    secret text NOT NULL,
    shop_id uuid NOT NULL,
    PRIMARY KEY (kind, secret, shop_id)
  );
  ALTER TABLE ways_in ENABLE ROW LEVEL SECURITY;

  -- Two rows of a shop never share one: secrets are long, a code is asked for first, an account is a person once.
  CREATE FUNCTION keep_way_in() RETURNS trigger LANGUAGE plpgsql ${SECURELY} AS $$
  DECLARE was text; becomes text; shop uuid;
  BEGIN
    IF TG_OP <> 'INSERT' THEN was := to_jsonb(OLD)->>TG_ARGV[1]; shop := (to_jsonb(OLD)->>TG_ARGV[2])::uuid; END IF;
    IF TG_OP <> 'DELETE' THEN
      shop := (to_jsonb(NEW)->>TG_ARGV[2])::uuid;
      IF to_jsonb(NEW)->>'left_at' IS NULL THEN becomes := to_jsonb(NEW)->>TG_ARGV[1]; END IF;
    END IF;
    IF was IS DISTINCT FROM becomes AND was IS NOT NULL THEN
      DELETE FROM ways_in WHERE kind = TG_ARGV[0] AND secret = was AND shop_id = shop;
    END IF;
    IF becomes IS NOT NULL THEN
      INSERT INTO ways_in VALUES (TG_ARGV[0], becomes, shop) ON CONFLICT DO NOTHING;
    END IF;
    RETURN NULL;
  END $$;
  ${(
    [
      ['shops', 'feed', 'feed_secret', 'id'],
      ['page_links', 'link', 'secret', 'shop_id'],
      ['sensors', 'code', 'code', 'shop_id'],
      ['invitations', 'invitation', 'secret', 'shop_id'],
      ['people', 'account', 'account_id', 'shop_id'],
    ] as const
  )
    .map(
      ([table, kind, column, shop]) => `
  INSERT INTO ways_in SELECT DISTINCT '${kind}', ${column}::text, ${shop} FROM ${table}
    WHERE ${column} IS NOT NULL ${table === 'people' ? 'AND left_at IS NULL' : ''};
  CREATE TRIGGER ${table}_way_in AFTER INSERT OR DELETE OR UPDATE OF ${column}
    ${table === 'people' ? ', left_at' : ''} ON ${table}
    FOR EACH ROW EXECUTE FUNCTION keep_way_in('${kind}', '${column}', '${shop}');`,
    )
    .join('')}
`;

const touching = (name: string, which: string) => `
  CREATE OR REPLACE FUNCTION ${name}() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      UPDATE jobs SET touched_at = clock_timestamp() WHERE shop_id = NEW.shop_id AND ${which};
      RETURN NULL;
    END $$;`;

const TOUCHED = [
  touching('touch_jobs_of_row', 'id = NEW.job_id'),
  touching(
    'touch_jobs_of_reading',
    `engine_id = (SELECT j.engine_id FROM tests t JOIN jobs j ON j.shop_id = t.shop_id AND j.id = t.job_id
      WHERE t.shop_id = NEW.shop_id AND t.id = NEW.test_id)`,
  ),
  touching('touch_jobs_of_engine', 'engine_id = NEW.id'),
  touching(
    'touch_jobs_of_book',
    'engine_id IN (SELECT id FROM engines WHERE shop_id = NEW.shop_id AND NEW.id = ANY (book_ids))',
  ),
  touching(
    'touch_jobs_of_machine',
    'engine_id IN (SELECT id FROM engines WHERE shop_id = NEW.shop_id AND machine_id = NEW.id)',
  ),
  touching(
    'touch_jobs_of_owner',
    `engine_id IN (SELECT e.id FROM engines e JOIN machines m ON m.shop_id = e.shop_id AND m.id = e.machine_id
      WHERE e.shop_id = NEW.shop_id AND m.owner_id = NEW.id)`,
  ),
  touching('touch_jobs_beside', 'engine_id = NEW.engine_id AND id <> NEW.id'),
].join('');

const WORDS = `
  CREATE FUNCTION refresh_job_words(shop uuid, engine uuid, only_job uuid) RETURNS void LANGUAGE sql ${SECURELY} AS $$
    INSERT INTO job_words (shop_id, job_id, engine_id, number, status, words)
      SELECT j.shop_id, j.id, j.engine_id, j.number, j.status, ' ' || j.number || ' ' || lower(j.complaint) || w.words
      FROM jobs j JOIN engine_words w ON w.shop_id = j.shop_id AND w.engine_id = j.engine_id
      WHERE j.shop_id = shop AND j.engine_id = engine AND (only_job IS NULL OR j.id = only_job)
      ON CONFLICT (shop_id, job_id) DO UPDATE SET engine_id = excluded.engine_id, number = excluded.number,
        status = excluded.status, words = excluded.words $$;
  CREATE FUNCTION refresh_engine_words(shop uuid, engine uuid) RETURNS void LANGUAGE sql ${SECURELY} AS $$
    INSERT INTO engine_words (shop_id, engine_id, name, words)
      SELECT e.shop_id, e.id, e.name, ' ' || lower(concat_ws(' ', e.name, m.name, o.name, e.model))
      FROM engines e JOIN machines m ON m.shop_id = e.shop_id AND m.id = e.machine_id
        JOIN owners o ON o.shop_id = m.shop_id AND o.id = m.owner_id
      WHERE e.shop_id = shop AND e.id = engine
      ON CONFLICT (shop_id, engine_id) DO UPDATE SET name = excluded.name, words = excluded.words;
    SELECT refresh_job_words(shop, engine, NULL) $$;
  REVOKE ALL ON FUNCTION refresh_job_words(uuid, uuid, uuid) FROM PUBLIC;
  REVOKE ALL ON FUNCTION refresh_engine_words(uuid, uuid) FROM PUBLIC;

  CREATE OR REPLACE FUNCTION words_of_job() RETURNS trigger LANGUAGE plpgsql ${SECURELY} AS $$
    BEGIN PERFORM refresh_job_words(NEW.shop_id, NEW.engine_id, NEW.id); RETURN NULL; END $$;
  CREATE OR REPLACE FUNCTION words_of_engine() RETURNS trigger LANGUAGE plpgsql ${SECURELY} AS $$
    BEGIN PERFORM refresh_engine_words(NEW.shop_id, NEW.id); RETURN NULL; END $$;
  CREATE OR REPLACE FUNCTION words_of_machine() RETURNS trigger LANGUAGE plpgsql ${SECURELY} AS $$
    BEGIN
      PERFORM refresh_engine_words(shop_id, id) FROM engines WHERE shop_id = NEW.shop_id AND machine_id = NEW.id;
      RETURN NULL;
    END $$;
  CREATE OR REPLACE FUNCTION words_of_owner() RETURNS trigger LANGUAGE plpgsql ${SECURELY} AS $$
    BEGIN
      PERFORM refresh_engine_words(e.shop_id, e.id)
        FROM engines e JOIN machines m ON m.shop_id = e.shop_id AND m.id = e.machine_id
        WHERE e.shop_id = NEW.shop_id AND m.owner_id = NEW.id;
      RETURN NULL;
    END $$;
  DROP FUNCTION refresh_job_words(uuid, uuid);
  DROP FUNCTION refresh_engine_words(uuid);
`;

/** Each asks the directory first and then one shop after the other: hardly ever is there more than one. */
const DOORS = `
  CREATE OR REPLACE FUNCTION shop_of_feed(secret text) RETURNS TABLE (shop_id uuid)
    LANGUAGE sql STABLE ${SECURELY} AS
    $$ SELECT w.shop_id FROM ways_in w WHERE w.kind = 'feed' AND w.secret = shop_of_feed.secret $$;

  CREATE OR REPLACE FUNCTION shop_of_link(given text) RETURNS TABLE (shop_id uuid, made_by uuid)
    LANGUAGE plpgsql STABLE ${SECURELY} AS $$
  #variable_conflict use_column
  DECLARE shop uuid;
  BEGIN
    FOR shop IN SELECT w.shop_id FROM ways_in w WHERE w.kind = 'link' AND w.secret = given LOOP
      RETURN QUERY SELECT l.shop_id, l.made_by FROM page_links l
        WHERE l.shop_id = shop AND l.secret = given AND l.withdrawn_at IS NULL AND l.ends_at > now();
    END LOOP;
  END $$;

  CREATE OR REPLACE FUNCTION shop_of_code(given text) RETURNS TABLE (shop_id uuid)
    LANGUAGE plpgsql STABLE ${SECURELY} AS $$
  #variable_conflict use_column
  DECLARE shop uuid;
  BEGIN
    FOR shop IN SELECT w.shop_id FROM ways_in w WHERE w.kind = 'code' AND w.secret = given LOOP
      RETURN QUERY SELECT s.shop_id FROM sensors s
        WHERE s.shop_id = shop AND s.code = given AND s.expires_at > now() LIMIT 1;
    END LOOP;
  END $$;

  CREATE OR REPLACE FUNCTION places_of(account text) RETURNS TABLE (shop_id uuid, shop_name text, person_id uuid)
    LANGUAGE plpgsql STABLE ${SECURELY} AS $$
  #variable_conflict use_column
  DECLARE shop uuid;
  BEGIN
    -- The one it was in last comes first.
    FOR shop IN SELECT w.shop_id FROM ways_in w LEFT JOIN accounts a ON a.id = account::uuid
      WHERE w.kind = 'account' AND w.secret = account
      ORDER BY w.shop_id IS DISTINCT FROM a.last_shop, w.shop_id LOOP
      RETURN QUERY SELECT p.shop_id, s.name, p.id FROM people p JOIN shops s ON s.id = p.shop_id
        WHERE p.shop_id = shop AND p.account_id = account::uuid AND p.left_at IS NULL;
    END LOOP;
  END $$;

  CREATE FUNCTION elsewhere(shop uuid, person uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
    SELECT EXISTS (SELECT FROM people p JOIN ways_in w ON w.kind = 'account' AND w.secret = p.account_id::text
      WHERE p.shop_id = shop AND p.id = person AND w.shop_id <> shop) $$;
  REVOKE ALL ON FUNCTION elsewhere(uuid, uuid) FROM PUBLIC;

  CREATE OR REPLACE FUNCTION invite(invitation uuid, person uuid, becomes text, person_name text, digest text,
      hours integer)
    RETURNS text LANGUAGE plpgsql ${SECURELY} AS $$
  DECLARE shop CONSTANT uuid := ${ASKING_SHOP};
  BEGIN
    PERFORM must_be_owner();
    IF person IS NOT NULL THEN
      IF NOT EXISTS (SELECT FROM people WHERE id = person AND shop_id = shop AND left_at IS NULL)
        THEN RETURN 'missing'; END IF;
      -- An owner opens the doors of the own shop, not those of another.
      IF elsewhere(shop, person) THEN RETURN 'elsewhere'; END IF;
      UPDATE invitations SET withdrawn_at = now() WHERE shop_id = shop AND for_person = person AND used_at IS NULL
        AND withdrawn_at IS NULL;
    END IF;
    INSERT INTO invitations (id, shop_id, for_person, role, name, secret, made_by, ends_at) VALUES
      (invitation, shop, person, becomes, person_name, digest, ${ASKING_PERSON}, now() + make_interval(hours => hours));
    RETURN 'done';
  END $$;

  CREATE OR REPLACE FUNCTION invitation_of(digest text)
    RETURNS TABLE (shop_id uuid, shop_name text, name text, role text, email text)
    LANGUAGE plpgsql STABLE ${SECURELY} AS $$
  #variable_conflict use_column
  DECLARE shop uuid;
  BEGIN
    FOR shop IN SELECT w.shop_id FROM ways_in w WHERE w.kind = 'invitation' AND w.secret = digest LOOP
      RETURN QUERY SELECT i.shop_id, s.name, i.name, i.role, a.email FROM invitations i JOIN shops s ON s.id = i.shop_id
        LEFT JOIN people p ON p.shop_id = i.shop_id AND p.id = i.for_person LEFT JOIN accounts a ON a.id = p.account_id
        WHERE i.shop_id = shop AND i.secret = digest AND i.used_at IS NULL AND i.withdrawn_at IS NULL
          AND i.ends_at > now();
    END LOOP;
  END $$;

  CREATE OR REPLACE FUNCTION take_invitation(digest text, person uuid, person_name text, address text, hash text)
    RETURNS TABLE (outcome text, account_id uuid, shop_id uuid, person_id uuid)
    LANGUAGE plpgsql ${SECURELY} AS $$
  #variable_conflict use_column
  DECLARE i invitations; a accounts; p people; shop uuid;
  BEGIN
    SELECT w.shop_id INTO shop FROM ways_in w WHERE w.kind = 'invitation' AND w.secret = digest;
    UPDATE invitations x SET used_at = now() WHERE x.shop_id = shop AND x.secret = digest AND x.used_at IS NULL
      AND x.withdrawn_at IS NULL AND x.ends_at > now() RETURNING x.* INTO i;
    IF NOT FOUND THEN RETURN QUERY SELECT 'gone', NULL::uuid, NULL::uuid, NULL::uuid; RETURN; END IF;
    IF i.for_person IS NOT NULL THEN
      SELECT y.* INTO p FROM people y WHERE y.shop_id = shop AND y.id = i.for_person AND y.left_at IS NULL;
      -- They came into another shop since the link was made: it would open that one too.
      IF NOT FOUND OR elsewhere(shop, i.for_person) THEN
        RETURN QUERY SELECT 'gone', NULL::uuid, NULL::uuid, NULL::uuid;
        RETURN;
      END IF;
      UPDATE accounts x SET password_hash = hash, last_shop = shop WHERE x.id = p.account_id RETURNING x.* INTO a;
      DELETE FROM session WHERE sess->'who'->>'accountId' = a.id::text;
      PERFORM note_secret(i.for_person, shop);
      RETURN QUERY SELECT 'done', a.id, shop, i.for_person;
      RETURN;
    END IF;
    IF hash IS NULL THEN
      SELECT * INTO STRICT a FROM accounts x WHERE x.email = address;
    ELSE
      INSERT INTO accounts (email, password_hash) VALUES (address, hash) RETURNING * INTO a;
    END IF;
    SELECT * INTO p FROM people y WHERE y.shop_id = shop AND y.account_id = a.id FOR UPDATE;
    IF FOUND AND p.left_at IS NULL THEN
      RAISE EXCEPTION 'is here already' USING ERRCODE = 'unique_violation', CONSTRAINT = 'people_here_already';
    END IF;
    PERFORM set_config('rugged.person', coalesce(p.id, person)::text, true);
    INSERT INTO people AS y (id, shop_id, account_id, name, role)
      VALUES (coalesce(p.id, person), shop, a.id, person_name, i.role)
      ON CONFLICT ON CONSTRAINT people_shop_id_account_id_key
      DO UPDATE SET role = excluded.role, name = excluded.name, left_at = NULL RETURNING y.* INTO p;
    UPDATE accounts x SET last_shop = shop WHERE x.id = a.id;
    RETURN QUERY SELECT 'done', a.id, shop, p.id;
  END $$;
  DROP FUNCTION elsewhere(uuid);
`;

/** Two long functions stay word for word, but for where they look. */
async function lookInTheShop({ sql, sequelize, transaction }: MigrationContext): Promise<void> {
  const looking: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
    note_change: [
      ['WHERE t.id =', `WHERE t.shop_id = (row_->>'shop_id')::uuid AND t.id =`],
      ['WHERE p.id =', `WHERE p.shop_id = (row_->>'shop_id')::uuid AND p.id =`],
    ],
    erase_owner: [
      ['WHERE id = asked;', 'WHERE shop_id = shop AND id = asked;'],
      ['WHERE id = ANY', 'WHERE shop_id = shop AND id = ANY'],
      ['WHERE job_id = ANY', 'WHERE shop_id = shop AND job_id = ANY'],
    ],
  };
  for (const [name, changes] of Object.entries(looking)) {
    const [row] = await sequelize.query<{ text: string }>(`SELECT pg_get_functiondef($1::regproc) AS text`, {
      bind: [name],
      type: QueryTypes.SELECT,
      transaction,
    });
    const text = row?.text ?? '';
    const becomes = changes.reduce((so, [was, now]) => {
      if (!so.includes(was)) throw new Error(`${name} does not look like this: ${was}`);
      return so.replaceAll(was, now);
    }, text);
    await sql(becomes);
  }
}
