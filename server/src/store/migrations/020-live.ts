import type { MigrationContext } from '../migration';
import { secured } from '../rights';

/** Every phone of a shop hears that a job changed, and who is at its pad, through whichever server it asks. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE FUNCTION tell_touched() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      -- Told once in a transaction, however many rows it added.
      PERFORM pg_notify('rugged_touched', json_build_object('shop', NEW.shop_id, 'job', NEW.id,
        'device', nullif(current_setting('rugged.device', true), ''))::text);
      RETURN NULL;
    END $$;
    CREATE TRIGGER jobs_told AFTER INSERT OR UPDATE ON jobs FOR EACH ROW EXECUTE FUNCTION tell_touched();

    -- Of the moment: lost with a crash, and no record.
    CREATE UNLOGGED TABLE presences (
      shop_id uuid NOT NULL,
      job_id uuid NOT NULL,
      person_id uuid NOT NULL,
      doing text NOT NULL,
      cylinder text,
      until timestamptz NOT NULL,
      PRIMARY KEY (shop_id, job_id, person_id),
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id),
      FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id)
    );
    ${secured('presences', 'SELECT, INSERT, UPDATE, DELETE')}
    CREATE FUNCTION tell_present() RETURNS trigger LANGUAGE plpgsql AS $$
    DECLARE r presences := coalesce(NEW, OLD);
    BEGIN
      IF TG_OP = 'UPDATE' AND (OLD.doing, OLD.cylinder) IS NOT DISTINCT FROM (NEW.doing, NEW.cylinder)
        AND OLD.until > now() THEN RETURN NULL; END IF;
      PERFORM pg_notify('rugged_present', json_build_object('shop', r.shop_id, 'job', r.job_id)::text);
      RETURN NULL;
    END $$;
    CREATE TRIGGER presences_told AFTER INSERT OR UPDATE OR DELETE ON presences
      FOR EACH ROW EXECUTE FUNCTION tell_present();
  `);
}
