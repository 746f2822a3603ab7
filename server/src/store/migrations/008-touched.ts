import type { MigrationContext } from '../migration';

/** Rows that belong to a job, each in its own table. */
const OF_A_JOB = ['tests', 'notes', 'ticks', 'signatures', 'photos', 'outcomes', 'overrules', 'repairs'] as const;

/** When anything on a job's bench changed last: lists are kept fresh by asking for that. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    ALTER TABLE jobs ADD COLUMN touched_at timestamptz NOT NULL DEFAULT clock_timestamp();
    CREATE INDEX jobs_by_touch ON jobs (shop_id, touched_at);

    CREATE FUNCTION touch_job() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN NEW.touched_at = clock_timestamp(); RETURN NEW; END $$;
    CREATE TRIGGER jobs_touched BEFORE UPDATE ON jobs FOR EACH ROW EXECUTE FUNCTION touch_job();

    CREATE FUNCTION touch_jobs_of_row() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN UPDATE jobs SET touched_at = clock_timestamp() WHERE id = NEW.job_id; RETURN NULL; END $$;
    ${OF_A_JOB.map(
      (table) => `CREATE TRIGGER ${table}_touch AFTER INSERT ON ${table}
      FOR EACH ROW EXECUTE FUNCTION touch_jobs_of_row();`,
    ).join('\n')}

    CREATE FUNCTION touch_jobs_of_reading() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        UPDATE jobs SET touched_at = clock_timestamp() WHERE id = (SELECT job_id FROM tests WHERE id = NEW.test_id);
        RETURN NULL;
      END $$;
    CREATE TRIGGER readings_touch AFTER INSERT ON readings FOR EACH ROW EXECUTE FUNCTION touch_jobs_of_reading();

    CREATE FUNCTION touch_jobs_of_engine() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN UPDATE jobs SET touched_at = clock_timestamp() WHERE engine_id = NEW.id; RETURN NULL; END $$;
    CREATE TRIGGER engines_touch AFTER UPDATE ON engines FOR EACH ROW EXECUTE FUNCTION touch_jobs_of_engine();

    CREATE FUNCTION touch_jobs_of_book() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        UPDATE jobs SET touched_at = clock_timestamp()
          WHERE engine_id IN (SELECT id FROM engines WHERE shop_id = NEW.shop_id AND NEW.id = ANY (book_ids));
        RETURN NULL;
      END $$;
    CREATE TRIGGER books_touch AFTER UPDATE ON books FOR EACH ROW EXECUTE FUNCTION touch_jobs_of_book();

    CREATE FUNCTION touch_jobs_of_machine() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        UPDATE jobs SET touched_at = clock_timestamp()
          WHERE engine_id IN (SELECT id FROM engines WHERE machine_id = NEW.id);
        RETURN NULL;
      END $$;
    CREATE TRIGGER machines_touch AFTER UPDATE ON machines FOR EACH ROW EXECUTE FUNCTION touch_jobs_of_machine();

    CREATE FUNCTION touch_jobs_of_owner() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        UPDATE jobs SET touched_at = clock_timestamp() WHERE engine_id IN
          (SELECT e.id FROM engines e JOIN machines m ON m.id = e.machine_id WHERE m.owner_id = NEW.id);
        RETURN NULL;
      END $$;
    CREATE TRIGGER owners_touch AFTER UPDATE ON owners FOR EACH ROW EXECUTE FUNCTION touch_jobs_of_owner();
  `);
}
