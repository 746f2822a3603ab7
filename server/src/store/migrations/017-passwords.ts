import type { MigrationContext } from '../migration';
import { askable, ASKING_SHOP } from '../rights';

/** Somebody changes their own password: every other session of theirs ends in the same moment. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE FUNCTION change_password(hash text, this_session text) RETURNS integer
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
    DECLARE
      who CONSTANT uuid := nullif(current_setting('rugged.person', true), '')::uuid;
      ended integer;
    BEGIN
      UPDATE people SET password_hash = hash WHERE id = who AND shop_id = ${ASKING_SHOP} AND left_at IS NULL;
      IF NOT FOUND THEN RAISE EXCEPTION 'nobody asks' USING ERRCODE = 'insufficient_privilege'; END IF;
      DELETE FROM session WHERE sess->'who'->>'personId' = who::text AND sid <> this_session;
      GET DIAGNOSTICS ended = ROW_COUNT;
      RETURN ended;
    END $$;
    ${askable('change_password(text, text)')}
    CREATE INDEX session_of_person ON session ((sess->'who'->>'personId'));
  `);
}
