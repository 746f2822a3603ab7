import type { MigrationContext } from '../migration';

/** A note or a photograph lies on a part of the opened engine. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`ALTER TABLE notes ADD COLUMN part text CHECK (part ~ '^[a-z-]{1,40}$')`);
}
