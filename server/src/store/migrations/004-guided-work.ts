import type { MigrationContext } from '../migration';

/**
 * The register of testers, procedures with their ticks and signatures, notes and photographs, outcomes, and virtual
 * engines behind demo ones.
 */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    ALTER TABLE engines ADD COLUMN distributor text CHECK (distributor IN ('clockwise', 'anticlockwise'));
    ALTER TABLE engines ADD COLUMN plug jsonb;
    ALTER TABLE engines ADD COLUMN hidden jsonb;
    ALTER TABLE engines ADD COLUMN simulated boolean
      GENERATED ALWAYS AS (CASE WHEN hidden IS NULL THEN NULL ELSE true END) STORED;

    ALTER TABLE books ADD COLUMN piston_clearance jsonb, ADD COLUMN pin_clearance jsonb;
    ALTER TABLE tests DROP CONSTRAINT tests_kind_check;
    ALTER TABLE tests ADD CONSTRAINT tests_kind CHECK (kind IN ('compression', 'leakdown', 'crankcase',
      'running-compression', 'manifold-vacuum', 'fuel-pressure', 'valve-clearance', 'bore', 'ring-gap', 'piston'));

    CREATE TABLE testers (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL REFERENCES shops,
      kind text NOT NULL CHECK (kind IN ('compression', 'leakdown', 'crankcase')),
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
      tester jsonb NOT NULL,
      adapters jsonb NOT NULL DEFAULT '[]',
      o_ring_checked_on date, due_on date,
      comparison jsonb,
      usual boolean NOT NULL DEFAULT false,
      retired boolean NOT NULL DEFAULT false,
      version integer NOT NULL DEFAULT 1,
      UNIQUE (shop_id, id)
    );
    CREATE INDEX testers_by_shop ON testers (shop_id, kind, name);
    INSERT INTO testers (id, shop_id, kind, name, tester, usual)
      SELECT gen_random_uuid(), id, 'compression', coalesce(tester->>'name', 'Compression tester'), tester - 'name',
        true FROM shops WHERE tester <> '{}';
    ALTER TABLE shops DROP COLUMN tester;

    CREATE TABLE ticks (
      id uuid PRIMARY KEY, shop_id uuid NOT NULL, job_id uuid NOT NULL,
      procedure text NOT NULL, step text NOT NULL, mark text NOT NULL CHECK (mark IN ('done', 'skipped', 'open')),
      made_at timestamptz NOT NULL, made_by uuid NOT NULL,
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id), FOREIGN KEY (shop_id, made_by)
        REFERENCES people (shop_id, id)
    );
    CREATE INDEX ticks_by_job ON ticks (job_id);
    CREATE TABLE signatures (
      id uuid PRIMARY KEY, shop_id uuid NOT NULL, job_id uuid NOT NULL,
      procedure text NOT NULL, made_at timestamptz NOT NULL, made_by uuid NOT NULL,
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id), FOREIGN KEY (shop_id, made_by)
        REFERENCES people (shop_id, id)
    );
    CREATE INDEX signatures_by_job ON signatures (job_id);
    CREATE TABLE photos (
      id uuid PRIMARY KEY, shop_id uuid NOT NULL, job_id uuid NOT NULL,
      mime text NOT NULL, image bytea NOT NULL CHECK (octet_length(image) BETWEEN 30 AND 750000),
      made_at timestamptz NOT NULL, made_by uuid NOT NULL,
      UNIQUE (job_id, id),
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id), FOREIGN KEY (shop_id, made_by)
        REFERENCES people (shop_id, id)
    );
    CREATE TABLE notes (
      id uuid PRIMARY KEY, shop_id uuid NOT NULL, job_id uuid NOT NULL,
      cylinder text, about text NOT NULL, text text, plug text, photo_id uuid, supersedes uuid, withdrawn boolean,
      made_at timestamptz NOT NULL, made_by uuid NOT NULL,
      UNIQUE (job_id, id),
      CHECK (supersedes <> id), CHECK (NOT withdrawn OR supersedes IS NOT NULL),
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id), FOREIGN KEY (shop_id, made_by)
        REFERENCES people (shop_id, id),
      FOREIGN KEY (job_id, photo_id) REFERENCES photos (job_id, id), FOREIGN KEY (job_id, supersedes)
        REFERENCES notes (job_id, id)
    );
    CREATE INDEX notes_by_job ON notes (job_id);
    CREATE TABLE outcomes (
      id uuid PRIMARY KEY, shop_id uuid NOT NULL, job_id uuid NOT NULL,
      cylinder text NOT NULL, found text NOT NULL, predicted text,
        probability double precision CHECK (probability BETWEEN 0 AND 1), note text,
      made_at timestamptz NOT NULL, made_by uuid NOT NULL,
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id), FOREIGN KEY (shop_id, made_by)
        REFERENCES people (shop_id, id)
    );
    CREATE INDEX outcomes_by_job ON outcomes (job_id);

    CREATE TRIGGER ticks_append_only BEFORE UPDATE OR DELETE ON ticks FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER signatures_append_only BEFORE UPDATE OR DELETE
      ON signatures FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER photos_append_only BEFORE UPDATE OR DELETE ON photos FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER notes_append_only BEFORE UPDATE OR DELETE ON notes FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER outcomes_append_only BEFORE UPDATE OR DELETE
      ON outcomes FOR EACH ROW EXECUTE FUNCTION refuse_change();
  `);
}
