import type { MigrationContext } from '../migration';
import { secured } from '../rights';

/** How somebody did with practice cases: of a person, and of no job. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE TABLE practice_results (
      id uuid NOT NULL,
      shop_id uuid NOT NULL REFERENCES shops,
      name text NOT NULL CHECK (length(name) <= 40),
      made_at timestamptz NOT NULL,
      made_by uuid NOT NULL,
      total integer NOT NULL CHECK (total BETWEEN 0 AND 100),
      "right" boolean NOT NULL,
      skills jsonb NOT NULL,
      said jsonb NOT NULL,
      received_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      PRIMARY KEY (shop_id, id),
      FOREIGN KEY (shop_id, made_by) REFERENCES people (shop_id, id)
    );
    CREATE INDEX practice_of_person ON practice_results (shop_id, made_by, made_at);
    CREATE TRIGGER practice_results_append_only BEFORE UPDATE OR DELETE ON practice_results
      FOR EACH ROW EXECUTE FUNCTION refuse_change();
    ${secured('practice_results', 'SELECT, INSERT')}
  `);
}
