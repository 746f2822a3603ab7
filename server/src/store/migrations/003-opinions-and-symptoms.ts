import type { MigrationContext } from '../migration';

/** A mechanic's own opinion on the cause, beside the computed odds; and what of a complaint moves those odds. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    ALTER TABLE overrules ADD COLUMN cause text;
    ALTER TABLE jobs ADD COLUMN symptoms jsonb CHECK (jsonb_typeof(symptoms) = 'array');
  `);
}
