import type { MigrationContext } from '../migration';
import { SERVER_ROLE } from '../rights';

/** When the database was last kept as a file that was restored once. Of no shop: it is of all of them. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE TABLE backups (
      id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
      at timestamptz NOT NULL,
      bytes bigint NOT NULL CHECK (bytes > 0),
      row_count bigint NOT NULL
    );
    GRANT SELECT ON backups TO ${SERVER_ROLE};
  `);
}
