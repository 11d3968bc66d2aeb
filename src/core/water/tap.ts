/**
 * The most that water may hold where people drink it, mg/L, as far as it is the company's to say: general
 * practice, which local rules may sharpen (handbook 10, ruling 1).
 */
export const tapPractice = { copper: 1.3, chlorine: 4, sodium: 200 } as const;
export type TapKey = keyof typeof tapPractice;
export type TapSettings = Readonly<Record<TapKey, number>>;

/** Names of what the company sets a limit for, in the order of its settings. */
export const tapKeys = Object.keys(tapPractice) as readonly TapKey[];
