/** Litres in a pipe of an inside diameter in mm and a length in m: π ÷ 4 × diameter² × length. */
export const litresIn = (idMm: number, lengthM: number): number =>
  (Math.PI / 4) * (idMm / 100) ** 2 * (lengthM * 10);

/** Buckets are counted at so many litres (handbook 3, The network). */
const BUCKET = 10;

/** How many buckets of 10 L it takes: one at least where anything runs out. */
export const bucketsFor = (litres: number): number => Math.ceil(litres / BUCKET);
