/** Chlorine that a test strip cannot tell from nothing, mg/L. */
export const NOTHING_ON_A_STRIP = 0.1;
