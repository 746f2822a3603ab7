import type { MigrationContext } from '../migration';

/** How a customer reaches the shop: it stands on every page that leaves it. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`ALTER TABLE shops ADD COLUMN reach text CHECK (length(reach) BETWEEN 1 AND 200)`);
}
