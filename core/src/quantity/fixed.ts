/** So much of a figure is the machine's, not the gauge's. */
const NUDGE = 1e-9;

/** A figure to so many decimals. What stands on a half goes up, in whatever unit it was computed: `fixed(2.5 - 1e-12, 0) // '3'`. */
export function fixed(figure: number, decimals: number): string {
  return (figure + Math.sign(figure) * NUDGE * Math.max(1, Math.abs(figure))).toFixed(decimals);
}
