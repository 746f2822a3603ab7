import type { MigrationContext } from '../migration';

/** The engine as it was when a job was closed, by the columns of this migration. */
const SHEET = `jsonb_strip_nulls(jsonb_build_object('id', e.id, 'machineId', e.machine_id, 'name', e.name,
  'cycle', e.cycle, 'fuel', e.fuel, 'family', e.family, 'layout', e.layout, 'cylinders', e.cylinders, 'banks', e.banks,
  'neighbours', e.neighbours, 'firingOrder', e.firing_order, 'firingIntervals', e.firing_intervals,
  'rotation', e.rotation, 'distributor', e.distributor, 'plug', e.plug, 'boreMm', e.bore_mm, 'strokeMm', e.stroke_mm,
  'conrodMm', e.conrod_mm, 'compressionRatio', e.compression_ratio, 'ratioBasis', e.ratio_basis,
  'compressionRelease', e.compression_release, 'cooling', e.cooling, 'headless', e.headless,
  'valveGear', e.valve_gear, 'cranks', e.cranks, 'simulated', e.simulated, 'bookIds', e.book_ids,
  'version', e.version))`;
const BOOKS = `(SELECT coalesce(jsonb_agg(jsonb_strip_nulls(jsonb_build_object('id', b.id, 'source', b.source,
  'engineTemperature', b.engine_temperature, 'conditions', b.conditions, 'version', b.version)) || b.figures
  ORDER BY p.place), '[]') FROM unnest(e.book_ids) WITH ORDINALITY p(id, place) JOIN books b ON b.id = p.id)`;

/**
 * Every field of an engine's sheet; books as the shop's library, in each engine's own order; what a job was judged by
 * when it was closed; purpose, meter and repairs; the address of the feed of dates.
 */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    ALTER TABLE engines
      DROP CONSTRAINT IF EXISTS engines_valve_gear_check,
      ADD CHECK (length(valve_gear) <= 40),
      ADD COLUMN kind text CHECK (length(kind) <= 60),
      ADD COLUMN model text CHECK (length(model) BETWEEN 1 AND 120),
      ADD COLUMN displacement_cm3 double precision CHECK (displacement_cm3 > 0),
      ADD COLUMN chamber_cm3 double precision CHECK (chamber_cm3 > 0),
      ADD COLUMN starting text CHECK (starting IN ('electric', 'recoil', 'kick')),
      ADD COLUMN fuel_system text CHECK (fuel_system IN ('carburettor', 'injection')),
      ADD COLUMN bank_angle_degrees double precision CHECK (bank_angle_degrees BETWEEN 1 AND 180),
      ADD COLUMN bank_ahead text CHECK (bank_ahead IN ('left', 'right')),
      ADD COLUMN first_at text CHECK (first_at IN ('flywheel', 'free-end')),
      ADD COLUMN meter_unit text CHECK (meter_unit IN ('h', 'km', 'mi')),
      ADD COLUMN runs boolean,
      ADD COLUMN due_every_use double precision CHECK (due_every_use > 0),
      ADD COLUMN due_every_months integer CHECK (due_every_months BETWEEN 1 AND 120),
      ADD COLUMN book_ids uuid[] NOT NULL DEFAULT '{}' CHECK (cardinality(book_ids) <= 40);
    CREATE INDEX engines_by_model ON engines (shop_id, model) WHERE model IS NOT NULL;

    UPDATE engines e SET book_ids = (SELECT array_agg(b.id ORDER BY b.rank, b.id) FROM books b WHERE b.engine_id = e.id)
      WHERE EXISTS (SELECT 1 FROM books b WHERE b.engine_id = e.id);
    ALTER TABLE books DROP COLUMN engine_id, DROP COLUMN rank,
      ADD COLUMN model text CHECK (length(model) BETWEEN 1 AND 120),
      ADD COLUMN page text CHECK (length(page) BETWEEN 1 AND 60),
      ADD COLUMN retired boolean;
    CREATE INDEX books_of_shop ON books (shop_id, source, id);

    ALTER TABLE jobs RENAME COLUMN hours TO meter;
    ALTER TABLE jobs
      ADD COLUMN used_before double precision CHECK (used_before >= 0),
      ADD COLUMN purpose text CHECK (length(purpose) <= 40),
      ADD COLUMN other_said text CHECK (length(other_said) <= 400),
      ADD COLUMN sheet jsonb;
    UPDATE jobs j SET sheet = jsonb_build_object('engine', ${SHEET}, 'books', ${BOOKS})
      FROM engines e WHERE e.id = j.engine_id AND j.status = 'closed';

    CREATE TABLE repairs (
      id uuid PRIMARY KEY, shop_id uuid NOT NULL, job_id uuid NOT NULL,
      what text NOT NULL CHECK (length(what) BETWEEN 1 AND 400), parts text,
      cost double precision CHECK (cost >= 0), meter double precision CHECK (meter >= 0), cylinders jsonb,
      made_at timestamptz NOT NULL, made_by uuid NOT NULL,
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id), FOREIGN KEY (shop_id, made_by)
        REFERENCES people (shop_id, id)
    );
    CREATE INDEX repairs_by_job ON repairs (job_id);
    CREATE TRIGGER repairs_append_only BEFORE UPDATE OR DELETE ON repairs
      FOR EACH ROW EXECUTE FUNCTION refuse_change();

    ALTER TABLE shops ADD COLUMN feed_secret text;
    CREATE UNIQUE INDEX shops_by_feed ON shops (feed_secret);
  `);
}
