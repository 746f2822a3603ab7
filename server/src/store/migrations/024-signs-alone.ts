import type { MigrationContext } from '../migration';

/** From which practice level on the work of an apprentice, or of a mechanic, waits for nobody's second signature. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`ALTER TABLE shops ADD COLUMN signs_alone jsonb CHECK (jsonb_typeof(signs_alone) = 'object')`);
}
