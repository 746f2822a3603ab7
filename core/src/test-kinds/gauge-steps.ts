/** Blades of a feeler set and divisions of a bore gauge, mm, where the test does not say. */
export const FEELER_STEP_MM = 0.05;
export const BORE_STEP_MM = 0.01;
