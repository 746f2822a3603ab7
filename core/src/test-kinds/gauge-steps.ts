/** Blades of a feeler set and divisions of a bore gauge, mm, where the test does not say. */
const FEELER_STEP_MM = 0.05;
export const BORE_STEP_MM = 0.01;
/** A set that has a blade between those has finer ones. */
const FINE_FEELER_STEP_MM = 0.01;

/** The step of the blades that read this figure, mm, where the test does not say it. */
export const feelerStepMm = (mm: number): number =>
  Math.abs(mm / FEELER_STEP_MM - Math.round(mm / FEELER_STEP_MM)) < 1e-6 ? FEELER_STEP_MM : FINE_FEELER_STEP_MM;
