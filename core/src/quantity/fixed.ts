/** So much of a figure is the machine's, not the gauge's. */
const NUDGE = 1 + 1e-9;

/**
 * A figure to so many decimals. What stands on a half goes away from zero, in whatever unit it was computed: `fixed(2.5
 * - 1e-12, 0) // '3'`.
 */
export const fixed = (figure: number, decimals: number): string => (figure * NUDGE).toFixed(decimals);
