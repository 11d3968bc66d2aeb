/** What a salt tank's place is known by among those of a design: its softener's key with a word behind it. */
export const saltKey = (unit: string): string => `${unit}.salt`;
/** The unit whose salt tank a place is that of; undefined where it is a unit's own place. */
export const saltOf = (place: string): string | undefined => /^(.+)\.salt$/.exec(place)?.[1];
