import type { Piece } from "./assembly";

/** How much longer the piece is that is measured on site, mm. */
const SPARE_LENGTH = 100;

/** What a piece is cut to; where it is measured on site, what is brought for it. */
export const cutLength = ({ lengthMm, onSite }: Piece): number => lengthMm + (onSite ? SPARE_LENGTH : 0);
