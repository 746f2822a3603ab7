import type { MigrationContext } from '../migration';

/** What is added to a job. */
const ADDED = [
  'tests',
  'readings',
  'ticks',
  'signatures',
  'notes',
  'outcomes',
  'overrules',
  'repairs',
  'decisions',
  'pages',
  'answers',
  'photos',
] as const;

/** Why something was added to a job that was closed; and one correction of one row, of which the next is corrected. */
export async function up({ sql, sequelize, transaction }: MigrationContext): Promise<void> {
  const [[now]] = (await sequelize.query('SELECT now()::text AS at', { transaction })) as [{ at: string }[], unknown];
  await sql(`
    ${ADDED.map((table) => `ALTER TABLE ${table} ADD COLUMN amends text CHECK (length(amends) <= 400);`).join('\n')}
    -- Rows of before may have been corrected twice: they stay as they are.
    ${['readings', 'notes']
      .map(
        (table) => `CREATE UNIQUE INDEX ${table}_corrected_once ON ${table} (shop_id, supersedes)
      WHERE supersedes IS NOT NULL AND received_at > '${now?.at}'::timestamptz;`,
      )
      .join('\n')}
  `);
}
