import type { MigrationContext } from '../migration';

/** Tests of every kind. Compression keeps its columns; the others are kept as the job file writes them. */
export async function up({ sql }: MigrationContext): Promise<void> {
  const kinds =
    "('compression', 'leakdown', 'crankcase', 'running-compression', 'manifold-vacuum', 'fuel-pressure', " +
    "'valve-clearance', 'bore', 'ring-gap')";
  await sql(`
    ALTER TABLE tests DROP CONSTRAINT tests_kind_check;
    ALTER TABLE tests
      ADD CHECK (kind IN ${kinds}),
      ADD COLUMN conditions jsonb CHECK (jsonb_typeof(conditions) = 'object'),
      ADD CHECK ((kind = 'compression') = (conditions IS NULL)),
      ADD UNIQUE (id, kind);
    ALTER TABLE readings
      ADD COLUMN kind text NOT NULL DEFAULT 'compression',
      ADD COLUMN figures jsonb CHECK (jsonb_typeof(figures) = 'object'),
      ALTER COLUMN cylinder DROP NOT NULL, ALTER COLUMN unit DROP NOT NULL, ALTER COLUMN peak DROP NOT NULL,
      ADD CHECK (kind <> 'compression' OR (cylinder IS NOT NULL AND unit IS NOT NULL AND peak IS NOT NULL
        AND figures IS NULL)),
      ADD CHECK (kind = 'compression' OR figures IS NOT NULL),
      ADD FOREIGN KEY (test_id, kind) REFERENCES tests (id, kind);
    ALTER TABLE books
      ADD COLUMN running_compression jsonb, ADD COLUMN manifold_vacuum jsonb, ADD COLUMN fuel_pressure jsonb,
      ADD COLUMN valve_clearance jsonb, ADD COLUMN bore jsonb, ADD COLUMN ring_gap jsonb;
    ALTER TABLE engines ADD COLUMN valve_gear text CHECK (valve_gear IN ('overhead', 'side-valve'));
  `);
}
