import type { MigrationContext } from '../migration';

/** Sensors that are joined by a pairing code, and what they said last: relayed to a pad, never a record. */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE TABLE sensors (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL REFERENCES shops,
      kind text NOT NULL CHECK (kind IN ('compression', 'leakdown', 'crankcase')),
      code text NOT NULL CHECK (code ~ '^[0-9]{6}$'),
      expires_at timestamptz NOT NULL,
      hello text,
      taken bigint NOT NULL DEFAULT 0 CHECK (taken >= 0),
      ended boolean NOT NULL DEFAULT false,
      listened_at timestamptz
    );
    CREATE INDEX sensors_by_code ON sensors (code, expires_at);
    CREATE INDEX sensors_by_expiry ON sensors (expires_at);

    CREATE TABLE sensor_lines (
      sensor_id uuid NOT NULL REFERENCES sensors ON DELETE CASCADE,
      from_sample bigint NOT NULL CHECK (from_sample >= 0),
      samples integer NOT NULL CHECK (samples > 0),
      line text NOT NULL CHECK (length(line) <= 65536),
      PRIMARY KEY (sensor_id, from_sample)
    );
  `);
}
