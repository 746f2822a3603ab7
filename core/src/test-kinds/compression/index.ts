import type { KindDefinition } from '../definition';
import { checkCompressionReading } from './check';
import { COMPRESSION, WET } from './steps';

export const compression: KindDefinition<'compression'> = {
  suits: ({ cranks }) => cranks !== false,
  takes: ['compression-tester'],
  check: (reading, { tester }, { engine }) => checkCompressionReading(reading, engine, tester),
  sessionHours: 6,
  procedure: () => 'compression',
  implies: (readings) => [
    'ignition-off',
    'stop-held',
    'leads-off',
    'plugs-out',
    ...(readings.some(({ wet }) => wet) ? ['oil-in-bores' as const] : []),
  ],
  steps: { compression: COMPRESSION, wet: WET },
};
