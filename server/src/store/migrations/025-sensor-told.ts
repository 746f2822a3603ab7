import type { MigrationContext } from '../migration';

/** A pad that listens to a joined sensor hears that it sent something, instead of asking all the time. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE FUNCTION tell_sent() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      PERFORM pg_notify('rugged_sent', json_build_object('sensor', NEW.id)::text);
      RETURN NULL;
    END $$;
    CREATE TRIGGER sensors_told AFTER UPDATE ON sensors FOR EACH ROW
      WHEN ((OLD.taken, OLD.ended, OLD.hello) IS DISTINCT FROM (NEW.taken, NEW.ended, NEW.hello))
      EXECUTE FUNCTION tell_sent();
  `);
}
