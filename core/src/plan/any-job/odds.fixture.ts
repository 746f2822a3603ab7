import type { Judgement } from '../judge';

/** Everything that one cylinder may have, the faults of the whole test among it. */
export const oddsOf = ({ causes }: Judgement, id: string) =>
  causes.filter(({ cause, cylinder }) => cause !== 'crank-seal' && (cylinder === id || cylinder === null));
export const top = (verdict: Judgement, id: string) =>
  [...oddsOf(verdict, id)].sort((a, b) => b.probability - a.probability)[0];
export const oddsFor = (verdict: Judgement, id: string, cause: string) =>
  oddsOf(verdict, id).find((one) => one.cause === cause)?.probability ?? 0;
export const soundOf = (verdict: Judgement, id: string) => oddsFor(verdict, id, 'sound');
export const stateOf = (verdict: Judgement, id: string) => verdict.cylinders.find((one) => one.id === id)?.state;
