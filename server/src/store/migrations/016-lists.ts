import type { MigrationContext } from '../migration';
import { askable, ASKING_SHOP } from '../rights';

const DEFINER = 'SECURITY DEFINER SET search_path = public, pg_temp';

/**
 * Words by which a job and an engine are found, in tables of their own behind an index of their letters. The server
 * does not read them: a comparison of text may not go before the lock of the shop, so no index would be used. It asks a
 * function that knows the shop by itself.
 */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE EXTENSION IF NOT EXISTS pg_trgm;
    CREATE EXTENSION IF NOT EXISTS btree_gin;

    CREATE TABLE engine_words (
      shop_id uuid NOT NULL, engine_id uuid NOT NULL, name text NOT NULL, words text NOT NULL,
      PRIMARY KEY (shop_id, engine_id)
    );
    CREATE INDEX engine_words_by_name ON engine_words (shop_id, name, engine_id);
    CREATE INDEX engine_words_by_letters ON engine_words USING gin (shop_id, words gin_trgm_ops);
    CREATE TABLE job_words (
      shop_id uuid NOT NULL, job_id uuid NOT NULL, engine_id uuid NOT NULL, number integer NOT NULL,
      status text NOT NULL, words text NOT NULL,
      PRIMARY KEY (shop_id, job_id)
    );
    CREATE INDEX job_words_by_status ON job_words (shop_id, status, number);
    CREATE INDEX job_words_by_number ON job_words (shop_id, number);
    CREATE INDEX job_words_by_engine ON job_words (shop_id, engine_id);
    CREATE INDEX job_words_by_letters ON job_words USING gin (shop_id, words gin_trgm_ops);
    ALTER TABLE engine_words ENABLE ROW LEVEL SECURITY;
    ALTER TABLE job_words ENABLE ROW LEVEL SECURITY;
  `);
  await sql(KEPT_WITH_THE_ROWS);
  await sql(ASKED_FOR);
  await sql(`
    SELECT refresh_engine_words(id) FROM engines;
    ${askable('found_jobs(text, text, uuid, integer, integer)')}
    ${askable('found_engines(text, text, uuid, integer)')}
  `);
  await sql(EARLIER_JOBS);
}

/** Every word begins after a space, so that two letters can be looked for where a word begins. */
const KEPT_WITH_THE_ROWS = `
  CREATE FUNCTION refresh_job_words(engine uuid, only_job uuid) RETURNS void LANGUAGE sql ${DEFINER} AS $$
    INSERT INTO job_words (shop_id, job_id, engine_id, number, status, words)
      SELECT j.shop_id, j.id, j.engine_id, j.number, j.status, ' ' || j.number || ' ' || lower(j.complaint) || w.words
      FROM jobs j JOIN engine_words w ON w.shop_id = j.shop_id AND w.engine_id = j.engine_id
      WHERE j.engine_id = engine AND (only_job IS NULL OR j.id = only_job)
      ON CONFLICT (shop_id, job_id) DO UPDATE SET engine_id = excluded.engine_id, number = excluded.number,
        status = excluded.status, words = excluded.words $$;
  CREATE FUNCTION refresh_engine_words(engine uuid) RETURNS void LANGUAGE sql ${DEFINER} AS $$
    INSERT INTO engine_words (shop_id, engine_id, name, words)
      SELECT e.shop_id, e.id, e.name, ' ' || lower(concat_ws(' ', e.name, m.name, o.name, e.model))
      FROM engines e JOIN machines m ON m.id = e.machine_id JOIN owners o ON o.id = m.owner_id WHERE e.id = engine
      ON CONFLICT (shop_id, engine_id) DO UPDATE SET name = excluded.name, words = excluded.words;
    SELECT refresh_job_words(engine, NULL) $$;
  REVOKE ALL ON FUNCTION refresh_job_words(uuid, uuid) FROM PUBLIC;
  REVOKE ALL ON FUNCTION refresh_engine_words(uuid) FROM PUBLIC;

  CREATE FUNCTION words_of_job() RETURNS trigger LANGUAGE plpgsql ${DEFINER} AS $$
    BEGIN PERFORM refresh_job_words(NEW.engine_id, NEW.id); RETURN NULL; END $$;
  CREATE TRIGGER jobs_words AFTER INSERT OR UPDATE OF complaint, status, engine_id ON jobs
    FOR EACH ROW EXECUTE FUNCTION words_of_job();
  CREATE FUNCTION words_of_engine() RETURNS trigger LANGUAGE plpgsql ${DEFINER} AS $$
    BEGIN PERFORM refresh_engine_words(NEW.id); RETURN NULL; END $$;
  CREATE TRIGGER engines_words AFTER INSERT OR UPDATE OF name, model, machine_id ON engines
    FOR EACH ROW EXECUTE FUNCTION words_of_engine();
  CREATE FUNCTION words_of_machine() RETURNS trigger LANGUAGE plpgsql ${DEFINER} AS $$
    BEGIN PERFORM refresh_engine_words(id) FROM engines WHERE machine_id = NEW.id; RETURN NULL; END $$;
  CREATE TRIGGER machines_words AFTER UPDATE OF name, owner_id ON machines
    FOR EACH ROW EXECUTE FUNCTION words_of_machine();
  CREATE FUNCTION words_of_owner() RETURNS trigger LANGUAGE plpgsql ${DEFINER} AS $$
    BEGIN
      PERFORM refresh_engine_words(e.id) FROM engines e JOIN machines m ON m.id = e.machine_id
        WHERE m.owner_id = NEW.id;
      RETURN NULL;
    END $$;
  CREATE TRIGGER owners_words AFTER UPDATE OF name ON owners FOR EACH ROW EXECUTE FUNCTION words_of_owner();
  CREATE INDEX IF NOT EXISTS engines_by_machine ON engines (machine_id);
  CREATE INDEX IF NOT EXISTS machines_by_owner ON machines (owner_id);
`;

/** So many of the newest are looked through one by one: what is met often is met among them. */
const NEWEST = 500;

const ASKED_FOR = `
  -- A part of a word; of one or two letters its beginning.
  CREATE FUNCTION pattern_of(wanted text) RETURNS text LANGUAGE sql IMMUTABLE AS $$
    SELECT CASE WHEN length(wanted) < 3 THEN '% ' ELSE '%' END
      || regexp_replace(lower(wanted), '([\\\\%_])', '\\\\\\1', 'g') || '%' $$;

  CREATE FUNCTION found_jobs(wanted text, state text, engine uuid, below integer, most integer)
    RETURNS TABLE (job_id uuid, number integer)
    LANGUAGE plpgsql STABLE ROWS 10 ${DEFINER} SET plan_cache_mode = force_custom_plan AS $$
  DECLARE
    shop CONSTANT uuid := ${ASKING_SHOP};
    pattern CONSTANT text := pattern_of(wanted);
    found uuid[];
  BEGIN
    found := ARRAY(SELECT s.job_id FROM (
        SELECT w.job_id, w.number, w.words FROM job_words w
        WHERE w.shop_id = shop AND (state = 'all' OR w.status = state) AND (engine IS NULL OR w.engine_id = engine)
          AND (below IS NULL OR w.number < below)
        ORDER BY w.number DESC LIMIT ${NEWEST}) s
      WHERE s.words LIKE pattern ORDER BY s.number DESC LIMIT most);
    IF cardinality(found) < most THEN
      found := ARRAY(WITH hit AS MATERIALIZED (
          SELECT w.job_id, w.number FROM job_words w WHERE w.shop_id = shop AND w.words LIKE pattern
            AND (state = 'all' OR w.status = state) AND (engine IS NULL OR w.engine_id = engine)
            AND (below IS NULL OR w.number < below))
        SELECT hit.job_id FROM hit ORDER BY hit.number DESC LIMIT most);
    END IF;
    RETURN QUERY SELECT w.job_id, w.number FROM job_words w WHERE w.shop_id = shop AND w.job_id = ANY (found)
      ORDER BY w.number DESC;
  END $$;

  CREATE FUNCTION found_engines(wanted text, after_name text, after_id uuid, most integer)
    RETURNS TABLE (engine_id uuid)
    LANGUAGE plpgsql STABLE ROWS 10 ${DEFINER} SET plan_cache_mode = force_custom_plan AS $$
  DECLARE
    shop CONSTANT uuid := ${ASKING_SHOP};
    pattern CONSTANT text := pattern_of(wanted);
    found uuid[];
  BEGIN
    found := ARRAY(SELECT s.engine_id FROM (
        SELECT w.engine_id, w.name, w.words FROM engine_words w
        WHERE w.shop_id = shop AND (after_name IS NULL OR (w.name, w.engine_id) > (after_name, after_id))
        ORDER BY w.name, w.engine_id LIMIT ${NEWEST}) s
      WHERE s.words LIKE pattern ORDER BY s.name, s.engine_id LIMIT most);
    IF cardinality(found) < most THEN
      found := ARRAY(WITH hit AS MATERIALIZED (
          SELECT w.engine_id, w.name FROM engine_words w WHERE w.shop_id = shop AND w.words LIKE pattern
            AND (after_name IS NULL OR (w.name, w.engine_id) > (after_name, after_id)))
        SELECT hit.engine_id FROM hit ORDER BY hit.name, hit.engine_id LIMIT most);
    END IF;
    RETURN QUERY SELECT unnest(found);
  END $$;
`;

/**
 * What a job's engine read the time before stands on its bench too: a reading, and another visit, touch every job of
 * the engine.
 */
const EARLIER_JOBS = `
  CREATE OR REPLACE FUNCTION touch_jobs_of_reading() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      UPDATE jobs SET touched_at = clock_timestamp() WHERE engine_id =
        (SELECT j.engine_id FROM tests t JOIN jobs j ON j.id = t.job_id WHERE t.id = NEW.test_id);
      RETURN NULL;
    END $$;
  CREATE FUNCTION touch_jobs_beside() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      UPDATE jobs SET touched_at = clock_timestamp() WHERE engine_id = NEW.engine_id AND id <> NEW.id;
      RETURN NULL;
    END $$;
  CREATE TRIGGER jobs_beside AFTER INSERT ON jobs FOR EACH ROW EXECUTE FUNCTION touch_jobs_beside();
  -- Who made it stands on it by name.
  CREATE FUNCTION touch_jobs_of_person() RETURNS trigger LANGUAGE plpgsql ${DEFINER} AS $$
    BEGIN UPDATE jobs SET touched_at = clock_timestamp() WHERE shop_id = NEW.shop_id; RETURN NULL; END $$;
  CREATE TRIGGER people_touch AFTER UPDATE OF name ON people FOR EACH ROW EXECUTE FUNCTION touch_jobs_of_person();
`;
