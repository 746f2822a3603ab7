import type { MigrationContext } from '../migration';

/**
 * Rows that are only added: beside what a phone says of when stands what the server's clock said. Readings had it from
 * the start.
 */
const ADDED = [
  'tests',
  'ticks',
  'signatures',
  'photos',
  'notes',
  'outcomes',
  'overrules',
  'repairs',
  'decisions',
  'pages',
  'answers',
] as const;
/** Rows that change later: what they were made from is recognised by its digest. */
const CHANGED = ['owners', 'machines', 'engines', 'books', 'jobs', 'testers'] as const;

/** What a record is trusted for: when it came in, who may still ask, and how often somebody guessed at a password. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    ${ADDED.map(
      (table) => `ALTER TABLE ${table} ADD COLUMN received_at timestamptz;
    ALTER TABLE ${table} ALTER COLUMN received_at SET DEFAULT clock_timestamp();`,
    ).join('\n')}
    ${CHANGED.map((table) => `ALTER TABLE ${table} ADD COLUMN made_from text;`).join('\n')}
    ALTER TABLE people ADD COLUMN left_at timestamptz;

    CREATE TABLE wrong_sign_ins (
      account text NOT NULL, address text NOT NULL, at timestamptz NOT NULL DEFAULT clock_timestamp()
    );
    CREATE INDEX wrong_sign_ins_of_account ON wrong_sign_ins (account, at);
    CREATE INDEX wrong_sign_ins_from_address ON wrong_sign_ins (address, at);
  `);
}
