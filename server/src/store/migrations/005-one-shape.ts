import type { MigrationContext } from '../migration';

/**
 * Every kind of test in one shape: conditions and figures as the job file writes them, compression too; a book's
 * figures
 * likewise, so that a new kind needs no column. A job keeps the house rules it is judged by.
 */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    ALTER TABLE tests DISABLE TRIGGER tests_append_only;
    ALTER TABLE tests DROP CONSTRAINT tests_check, DROP CONSTRAINT tests_kind;
    UPDATE tests SET conditions = jsonb_strip_nulls(jsonb_build_object(
      'engineTemperature', engine_temperature, 'throttle', throttle, 'plugs', plugs, 'crankingRpm', cranking_rpm,
        'tester', tester))
      WHERE kind = 'compression';
    ALTER TABLE tests
      ALTER COLUMN conditions SET NOT NULL, ADD CONSTRAINT tests_kind CHECK (kind ~ '^[a-z-]{1,40}$'),
      DROP COLUMN engine_temperature, DROP COLUMN throttle, DROP COLUMN plugs, DROP COLUMN cranking_rpm,
        DROP COLUMN tester;
    ALTER TABLE tests ENABLE TRIGGER tests_append_only;

    ALTER TABLE readings DISABLE TRIGGER readings_append_only;
    ALTER TABLE readings DROP CONSTRAINT readings_check2, DROP CONSTRAINT readings_check3;
    UPDATE readings SET figures = jsonb_strip_nulls(jsonb_build_object(
      'cylinder', cylinder, 'unit', unit, 'peak', peak, 'strokes', strokes, 'per', per, 'wet', wet, 'oilMl', oil_ml))
      WHERE kind = 'compression';
    ALTER TABLE readings
      ALTER COLUMN figures SET NOT NULL, ALTER COLUMN kind DROP DEFAULT,
      DROP COLUMN cylinder, DROP COLUMN unit, DROP COLUMN peak, DROP COLUMN strokes, DROP COLUMN per,
        DROP COLUMN wet, DROP COLUMN oil_ml;
    ALTER TABLE readings ENABLE TRIGGER readings_append_only;

    ALTER TABLE books ADD COLUMN figures jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(figures) = 'object');
    UPDATE books SET figures = jsonb_strip_nulls(jsonb_build_object(
      'compression', compression, 'spread', spread, 'leakage', leakage, 'crankcase', crankcase,
        'runningCompression', running_compression,
      'manifoldVacuum', manifold_vacuum, 'fuelPressure', fuel_pressure, 'valveClearance', valve_clearance, 'bore',
        bore, 'ringGap', ring_gap,
      'pistonClearance', piston_clearance, 'pinClearance', pin_clearance));
    ALTER TABLE books
      DROP COLUMN compression, DROP COLUMN spread, DROP COLUMN leakage, DROP COLUMN crankcase,
        DROP COLUMN running_compression,
      DROP COLUMN manifold_vacuum, DROP COLUMN fuel_pressure, DROP COLUMN valve_clearance, DROP COLUMN bore,
        DROP COLUMN ring_gap,
      DROP COLUMN piston_clearance, DROP COLUMN pin_clearance,
      ADD CHECK ((figures#>>'{compression,min}')::double precision
        <= (figures#>>'{compression,max}')::double precision);

    ALTER TABLE jobs ADD COLUMN house_rules jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(house_rules) = 'object');
    UPDATE jobs j SET house_rules = s.house_rules FROM shops s WHERE s.id = j.shop_id;
  `);
}
