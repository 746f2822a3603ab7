import type { MigrationContext } from '../migration';

/** What such engines read in this shop, where a job without a book is judged by it. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql('ALTER TABLE jobs ADD COLUMN read_here jsonb;');
}
