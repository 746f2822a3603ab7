export type State = 'sound' | 'watch' | 'low' | 'dead' | 'unproven';
export const STATES: readonly State[] = ['sound', 'watch', 'low', 'dead', 'unproven'];

/** Sure enough to say so: the limit is met or missed at this probability. */
export const SURE = 0.95;
/** The same, one-sided: so many standard uncertainties must fit between an estimate and its limit. */
export const SURE_DEVIATIONS = 1.6449;

/** Proven faults first; a verdict needs every limit to be met, so what is unproven stands above what is met. */
const SEVERITY: readonly State[] = ['dead', 'low', 'unproven', 'watch', 'sound'];

/** The state that several findings add up to. Nothing found proves nothing. */
export function worstOf(states: readonly State[]): State {
  return SEVERITY.find((state) => states.includes(state)) ?? 'unproven';
}

/** Whether two states mean another verdict: a cylinder to watch still passes. */
export function differs(one: State, other: State): boolean {
  const verdict = (state: State) => (state === 'watch' ? 'sound' : state);
  return verdict(one) !== verdict(other);
}
