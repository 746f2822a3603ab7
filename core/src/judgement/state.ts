export type State = 'sound' | 'watch' | 'low' | 'dead' | 'unproven';
export const STATES: readonly State[] = ['sound', 'watch', 'low', 'dead', 'unproven'];

/** Sure enough to say so: the limit is met or missed at this probability. */
export const SURE = 0.95;

/** Proven faults first; a verdict needs every limit to be met, so what is unproven stands above what is met. */
const SEVERITY: readonly State[] = ['dead', 'low', 'unproven', 'watch', 'sound'];

/** The state that several findings add up to. Nothing found proves nothing. */
export function worstOf(states: readonly State[]): State {
  return SEVERITY.find((state) => states.includes(state)) ?? 'unproven';
}
