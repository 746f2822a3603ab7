import type { MigrationContext } from '../migration';
import { askable, ASKING_SHOP, secured, SERVER_ROLE } from '../rights';

/** Changed from version to version. */
const CHANGING = ['owners', 'machines', 'engines', 'books', 'jobs', 'testers'] as const;
/** Only ever added. */
const ADDED = [
  'tests',
  'readings',
  'ticks',
  'signatures',
  'photos',
  'notes',
  'outcomes',
  'overrules',
  'repairs',
  'decisions',
  'pages',
  'answers',
] as const;
/** Of no shop: whoever signs in has none yet. */
const OF_NO_SHOP = {
  session: 'SELECT, INSERT, UPDATE, DELETE',
  server_secret: 'SELECT, INSERT',
  wrong_sign_ins: 'SELECT, INSERT, DELETE',
} as const;

/**
 * A login for the server that owns nothing, every row behind the lock of its shop, and who changed what. A login is of
 * the whole cluster: where another database made it already it is used.
 */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    DO $$ BEGIN
      IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '${SERVER_ROLE}') THEN CREATE ROLE ${SERVER_ROLE}; END IF;
    EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
    END $$;
    REVOKE CREATE ON SCHEMA public FROM PUBLIC;
    GRANT USAGE ON SCHEMA public TO ${SERVER_ROLE};
    ${secured('shops', 'SELECT, UPDATE', `id = ${ASKING_SHOP}`)}
    ${secured('people', 'SELECT')}
    ${CHANGING.map((table) => secured(table, 'SELECT, INSERT, UPDATE')).join('')}
    ${ADDED.map((table) => secured(table, 'SELECT, INSERT')).join('')}
    ${secured('page_links', 'SELECT, INSERT, UPDATE')}
    ${secured('sensors', 'SELECT, INSERT, UPDATE, DELETE')}
    ${secured(
      'sensor_lines',
      'SELECT, INSERT, DELETE',
      'EXISTS (SELECT FROM sensors s WHERE s.id = sensor_lines.sensor_id)',
    )}
    ${Object.entries(OF_NO_SHOP)
      .map(([table, may]) => `GRANT ${may} ON ${table} TO ${SERVER_ROLE};`)
      .join('\n')}
    GRANT SELECT ON schema_migrations TO ${SERVER_ROLE};

    -- Questions of somebody who has no session: one answer each.
    CREATE FUNCTION account_of(address text)
      RETURNS TABLE (id uuid, shop_id uuid, password_hash text, left_at timestamptz)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
      $$ SELECT p.id, p.shop_id, p.password_hash, p.left_at FROM people p WHERE p.email = address $$;
    CREATE FUNCTION shop_of_feed(secret text) RETURNS TABLE (shop_id uuid)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
      $$ SELECT s.id FROM shops s WHERE s.feed_secret = secret $$;
    CREATE FUNCTION shop_of_link(given text) RETURNS TABLE (shop_id uuid, made_by uuid)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
      $$ SELECT l.shop_id, l.made_by FROM page_links l
         WHERE l.secret = given AND l.withdrawn_at IS NULL AND l.ends_at > now() $$;
    CREATE FUNCTION shop_of_code(given text) RETURNS TABLE (shop_id uuid)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
      $$ SELECT s.shop_id FROM sensors s WHERE s.code = given AND s.expires_at > now() $$;
    ${['account_of(text)', 'shop_of_feed(text)', 'shop_of_link(text)', 'shop_of_code(text)'].map(askable).join('')}
  `);
  await sql(WHO_CHANGED_WHAT);
  await sql(`
    ${secured('changes', 'SELECT')}
    ${ADDED.map(
      (table) => `ALTER TABLE ${table} ADD COLUMN device text;
    ALTER TABLE ${table} ALTER COLUMN device SET DEFAULT nullif(current_setting('rugged.device', true), '');`,
    ).join('\n')}
    ${[...CHANGING, 'page_links', 'people', 'shops'].map((table) => noted(table)).join('\n')}
    ${ADDED.map((table) => noted(table, `'stands'`)).join('\n')}
  `);
}

const noted = (table: string, how = '') => `CREATE TRIGGER ${table}_noted AFTER INSERT OR UPDATE OR DELETE ON ${table}
  FOR EACH ROW EXECUTE FUNCTION note_change(${how});`;

/**
 * Every change of every record, written by the database itself: the server's login can read it and nothing else. Of a
 * row that is only added it is enough that it was, for the row stands.
 */
const WHO_CHANGED_WHAT = `
  CREATE TABLE changes (
    shop_id uuid NOT NULL,
    id bigint GENERATED ALWAYS AS IDENTITY,
    at timestamptz NOT NULL DEFAULT clock_timestamp(),
    record text NOT NULL,
    record_id uuid NOT NULL,
    job_id uuid,
    action text NOT NULL CHECK (action IN ('added', 'changed', 'removed', 'erased')),
    person_id uuid,
    device text,
    was jsonb, now jsonb,
    PRIMARY KEY (shop_id, id)
  );
  CREATE INDEX changes_of_record ON changes (shop_id, record_id, id);
  CREATE INDEX changes_of_job ON changes (shop_id, job_id, id) WHERE job_id IS NOT NULL;

  CREATE FUNCTION note_change() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  DECLARE
    inside CONSTANT text[] := ARRAY['id', 'shop_id', 'version', 'made_from', 'touched_at', 'received_at', 'device',
      'next_job_number', 'hidden', 'small', 'simulated', 'sheet', 'opened', 'last_opened_at'];
    secrets CONSTANT text[] := ARRAY['password_hash', 'feed_secret', 'secret'];
    o jsonb; n jsonb; was jsonb; now_ jsonb; job uuid; who uuid; row_ jsonb;
  BEGIN
    IF TG_TABLE_NAME = 'photos' THEN
      -- A picture is no figure.
      IF TG_OP <> 'DELETE' THEN NEW.image := NULL; END IF;
      IF TG_OP <> 'INSERT' THEN OLD.image := NULL; END IF;
    END IF;
    IF TG_OP <> 'INSERT' THEN o := to_jsonb(OLD); END IF;
    IF TG_OP <> 'DELETE' THEN n := to_jsonb(NEW); END IF;
    row_ := coalesce(n, o);
    -- Secrets are told to have changed, not what they are.
    SELECT jsonb_object_agg(key, CASE WHEN key = ANY (secrets) THEN '"..."' ELSE value END) INTO was
      FROM jsonb_each(o - inside) WHERE value <> 'null' AND (n IS NULL OR n->key IS DISTINCT FROM value);
    SELECT jsonb_object_agg(key, CASE WHEN key = ANY (secrets) THEN '"..."' ELSE value END) INTO now_
      FROM jsonb_each(n - inside) WHERE value <> 'null' AND (o IS NULL OR o->key IS DISTINCT FROM value);
    IF TG_OP = 'UPDATE' AND was IS NULL AND now_ IS NULL THEN RETURN NULL; END IF;
    job := CASE TG_TABLE_NAME
      WHEN 'jobs' THEN (row_->>'id')::uuid
      WHEN 'readings' THEN (SELECT t.job_id FROM tests t WHERE t.id = (row_->>'test_id')::uuid)
      WHEN 'page_links' THEN (SELECT p.job_id FROM pages p WHERE p.id = (row_->>'page_id')::uuid)
      ELSE (row_->>'job_id')::uuid END;
    who := coalesce(nullif(current_setting('rugged.person', true), '')::uuid, CASE WHEN TG_OP = 'INSERT' THEN
      coalesce(row_->>'made_by', row_->>'taken_by', row_->>'started_by', row_->>'opened_by')::uuid END);
    INSERT INTO changes (shop_id, record, record_id, job_id, action, person_id, device, was, now) VALUES (
      CASE TG_TABLE_NAME WHEN 'shops' THEN (row_->>'id')::uuid ELSE (row_->>'shop_id')::uuid END,
      TG_TABLE_NAME, (row_->>'id')::uuid, job,
      CASE TG_OP WHEN 'INSERT' THEN 'added' WHEN 'UPDATE' THEN 'changed' ELSE 'removed' END,
      who, nullif(current_setting('rugged.device', true), ''),
      was,
      -- What is long and only added stands in its own row.
      CASE WHEN TG_OP = 'INSERT' AND TG_ARGV[0] = 'stands' AND length(now_::text) > 1000 THEN NULL ELSE now_ END);
    RETURN NULL;
  END $$;
`;
