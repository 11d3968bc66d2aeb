/** What a salt tank's place is known by among those of a design: its softener's key with a word behind it. */
export const saltKey = (unit: string): string => `${unit}.salt`;
/** What the tank of an RO is known by among what stands under a sink. */
export const tankKey = (unit: string): string => `${unit}.tank`;
/** The unit whose salt tank a place is that of; undefined where it is a unit's own place. */
export const saltOf = (place: string): string | undefined => /^(.+)\.salt$/.exec(place)?.[1];
/** The unit that a place belongs to: that of its salt tank or its storage tank, or its own. */
export const hostOfPlace = (place: string): string => /^(.+)\.(?:salt|tank)$/.exec(place)?.[1] ?? place;
