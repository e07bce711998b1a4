/**
 * One gram of pull (gram-force) in centinewtons: 0.980665 exactly, since standard gravity is 9.80665 m/s² by
 * definition (3rd General Conference on Weights and Measures, 1901; ISO 80000-3).
 */
export const centinewtonsPerGram = 0.980665;

/** Grams of pull to cN. */
export const centinewtons = (grams: number) => grams * centinewtonsPerGram;

/** cN to grams of pull. */
export const gramsOf = (cN: number) => cN / centinewtonsPerGram;
