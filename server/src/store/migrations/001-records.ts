import type { MigrationContext } from '../migration';

/**
 * The first tables. Every row belongs to a shop, and every reference carries the shop with it, so that the database
 * itself refuses a row that points into another shop.
 */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE TABLE shops (
      id uuid PRIMARY KEY,
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
      unit text NOT NULL DEFAULT 'psi' CHECK (unit IN ('psi', 'kPa', 'bar', 'kgf/cm2')),
      site jsonb NOT NULL DEFAULT '{}',
      house_rules jsonb NOT NULL DEFAULT '{}',
      tester jsonb NOT NULL DEFAULT '{}',
      next_job_number integer NOT NULL DEFAULT 1 CHECK (next_job_number > 0),
      version integer NOT NULL DEFAULT 1
    );
    CREATE TABLE people (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL REFERENCES shops,
      name text NOT NULL,
      email text NOT NULL CHECK (email = lower(email)),
      password_hash text NOT NULL,
      UNIQUE (email),
      UNIQUE (shop_id, id)
    );
    CREATE TABLE owners (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL REFERENCES shops,
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
      phone text, email text, note text,
      version integer NOT NULL DEFAULT 1,
      UNIQUE (shop_id, id)
    );
    CREATE TABLE machines (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL,
      owner_id uuid NOT NULL,
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
      serial text, note text,
      version integer NOT NULL DEFAULT 1,
      UNIQUE (shop_id, id),
      FOREIGN KEY (shop_id, owner_id) REFERENCES owners (shop_id, id)
    );
    CREATE TABLE engines (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL,
      machine_id uuid NOT NULL,
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
      cycle text NOT NULL CHECK (cycle IN ('two-stroke', 'four-stroke')),
      fuel text NOT NULL CHECK (fuel IN ('petrol', 'diesel')),
      family text NOT NULL,
      layout text CHECK (layout IN ('single', 'inline', 'vee', 'flat')),
      cylinders jsonb NOT NULL CHECK (jsonb_array_length(cylinders) BETWEEN 1 AND 24),
      banks jsonb, neighbours jsonb, firing_order jsonb, firing_intervals jsonb,
      rotation text CHECK (rotation IN ('clockwise', 'anticlockwise')),
      bore_mm double precision CHECK (bore_mm > 0),
      stroke_mm double precision CHECK (stroke_mm > 0),
      conrod_mm double precision CHECK (conrod_mm > 0),
      compression_ratio double precision CHECK (compression_ratio > 1),
      ratio_basis text CHECK (ratio_basis IN ('geometric', 'port-closing')),
      compression_release text CHECK (compression_release IN ('none', 'automatic', 'lever')),
      cooling text CHECK (cooling IN ('air', 'liquid')),
      headless boolean,
      hours double precision CHECK (hours >= 0),
      cranks boolean,
      version integer NOT NULL DEFAULT 1,
      UNIQUE (shop_id, id),
      FOREIGN KEY (shop_id, machine_id) REFERENCES machines (shop_id, id)
    );
    CREATE INDEX engines_by_name ON engines (shop_id, name, id);
    CREATE TABLE books (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL,
      engine_id uuid NOT NULL,
      rank integer NOT NULL CHECK (rank BETWEEN 1 AND 99),
      source text NOT NULL,
      engine_temperature text CHECK (engine_temperature IN ('cold', 'warm')),
      conditions text,
      compression jsonb CHECK ((compression->>'min')::double precision <= (compression->>'max')::double precision),
      spread jsonb, leakage jsonb, crankcase jsonb,
      version integer NOT NULL DEFAULT 1,
      UNIQUE (shop_id, id),
      FOREIGN KEY (shop_id, engine_id) REFERENCES engines (shop_id, id)
    );
    CREATE INDEX books_by_engine ON books (engine_id, rank);
    CREATE TABLE jobs (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL,
      number integer NOT NULL CHECK (number > 0),
      engine_id uuid NOT NULL,
      complaint text NOT NULL CHECK (length(complaint) BETWEEN 1 AND 400),
      already_done text,
      hours double precision CHECK (hours >= 0),
      site jsonb NOT NULL DEFAULT '{}',
      status text NOT NULL DEFAULT 'open' CHECK (status IN ('open', 'closed')),
      opened_at timestamptz NOT NULL,
      closed_at timestamptz,
      opened_by uuid NOT NULL,
      version integer NOT NULL DEFAULT 1,
      UNIQUE (shop_id, id),
      UNIQUE (shop_id, number),
      FOREIGN KEY (shop_id, engine_id) REFERENCES engines (shop_id, id),
      FOREIGN KEY (shop_id, opened_by) REFERENCES people (shop_id, id)
    );
    CREATE INDEX jobs_in_work ON jobs (shop_id, status, number DESC);
    CREATE INDEX jobs_by_engine ON jobs (engine_id, opened_at);
    CREATE TABLE tests (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL,
      job_id uuid NOT NULL,
      kind text NOT NULL CHECK (kind IN ('compression')),
      engine_temperature text CHECK (engine_temperature IN ('cold', 'warm')),
      throttle text CHECK (throttle IN ('open', 'closed')),
      plugs text CHECK (plugs IN ('all-out', 'one-out')),
      cranking_rpm double precision CHECK (cranking_rpm > 0),
      tester jsonb,
      started_at timestamptz NOT NULL,
      started_by uuid NOT NULL,
      UNIQUE (shop_id, id),
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id),
      FOREIGN KEY (shop_id, started_by) REFERENCES people (shop_id, id)
    );
    CREATE INDEX tests_by_job ON tests (job_id);
    CREATE TABLE readings (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL,
      test_id uuid NOT NULL,
      cylinder text NOT NULL,
      unit text NOT NULL CHECK (unit IN ('psi', 'kPa', 'bar', 'kgf/cm2')),
      peak double precision NOT NULL CHECK (peak >= 0),
      strokes jsonb,
      per text CHECK (per IN ('stroke', 'pull')),
      wet boolean,
      oil_ml double precision CHECK (oil_ml >= 0),
      taken_at timestamptz NOT NULL,
      taken_by uuid NOT NULL,
      supersedes uuid,
      withdrawn boolean,
      received_at timestamptz NOT NULL DEFAULT now(),
      CHECK (supersedes <> id),
      CHECK (NOT withdrawn OR supersedes IS NOT NULL),
      UNIQUE (test_id, id),
      FOREIGN KEY (shop_id, test_id) REFERENCES tests (shop_id, id),
      FOREIGN KEY (test_id, supersedes) REFERENCES readings (test_id, id),
      FOREIGN KEY (shop_id, taken_by) REFERENCES people (shop_id, id)
    );
    CREATE TABLE overrules (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL,
      job_id uuid NOT NULL,
      cylinder text,
      state text CHECK (state IN ('sound', 'watch', 'low', 'dead', 'unproven')),
      reason text NOT NULL CHECK (length(reason) BETWEEN 3 AND 1000),
      made_at timestamptz NOT NULL,
      made_by uuid NOT NULL,
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id),
      FOREIGN KEY (shop_id, made_by) REFERENCES people (shop_id, id)
    );
    CREATE INDEX overrules_by_job ON overrules (job_id);

    -- Readings, tests and overrules are only ever added.
    CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
    END $$;
    CREATE TRIGGER tests_append_only BEFORE UPDATE OR DELETE ON tests FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER readings_append_only BEFORE UPDATE OR DELETE
      ON readings FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER overrules_append_only BEFORE UPDATE OR DELETE
      ON overrules FOR EACH ROW EXECUTE FUNCTION refuse_change();

    CREATE TABLE session (
      sid varchar PRIMARY KEY,
      sess json NOT NULL,
      expire timestamp(6) NOT NULL
    );
    CREATE INDEX session_expire ON session (expire);
    CREATE TABLE server_secret (
      singleton boolean PRIMARY KEY DEFAULT true CHECK (singleton),
      secret text NOT NULL
    );
  `);
}
