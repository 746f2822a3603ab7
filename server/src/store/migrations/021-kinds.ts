import type { MigrationContext } from '../migration';

/** Which kinds of engines come into a shop: they stand first where a kind is chosen. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`ALTER TABLE shops ADD COLUMN families jsonb CHECK (jsonb_typeof(families) = 'array')`);
}
