import type { WordFigure } from "../../core/run/recipe";

/** A length that the unit states, with what is usual where it states none. */
export const lengthOf = (of: string, us: string, metric: string): WordFigure => ({
  of,
  quantity: "length",
  usual: { us, metric },
});

/** Room that the unit asks for: nobody measures it to a part of an inch. */
export const roomOf = (of: string, us: string, metric: string): WordFigure => ({
  of,
  quantity: "length",
  digits: 0,
  usual: { us, metric },
});

/** Minutes that the unit states, with what is usual where it states none. */
export const minutesOf = (of: string, usual: number) => ({ of, usual });
