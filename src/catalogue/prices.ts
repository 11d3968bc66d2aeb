import type { Prices } from "../core/train";

/**
 * What running costs beside a unit's own consumables, for comparing trains. Made up, in the company's
 * currency; a later setting of the company.
 */
export const prices: Prices = { saltPerKg: 0.6, waterPerM3: 3.5, years: 10 };
