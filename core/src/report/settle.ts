import type { Settle } from '../reading/settle';

/** What would carry a close call over its line. */
export function tellSettle(settle: Settle): string {
  switch (settle.by) {
    case 'repeat':
      return `${settle.times === 1 ? 'One more reading' : `${settle.times} more readings`} should settle it.`;
    case 'longer-watch':
      return `Watch it for ${settle.seconds} s.`;
    case 'warm-engine':
      return 'A warm engine would settle it.';
    case 'finer-gauge':
      return 'Repeat it, or use a finer gauge.';
  }
}
