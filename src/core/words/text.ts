import type { Quantity, UnitSystem } from "../units";
import { plain, type Say } from "./say";

/** A number that a text names, in canonical units. */
export interface Named {
  readonly value: number;
  readonly quantity: Quantity | "plain";
  readonly digits?: number;
}

/** A figure in both unit systems, each as the trade writes it there: a hole of 19 mm is one of 3/4 in, not of 0.75. */
export interface Written {
  readonly us: string;
  readonly metric: string;
}

/** A sentence as a list keeps it for readers of either system: one text where both say the same. */
export type InBoth = string | Written;

/** A sentence in both unit systems. */
export function inBoth(say: (system: UnitSystem) => string): InBoth {
  const [us, metric] = [say("us"), say("metric")];
  return us === metric ? us : { us, metric };
}

/** What was kept for both, as one of them says it. */
export const saidIn = (text: InBoth, system: UnitSystem): string =>
  typeof text === "string" ? text : text[system];

/** Figures by the names of their places. */
export type Figures = Readonly<Record<string, Named | Written>>;

/** Words with places for figures, `{mass} full`: the figures are printed where somebody reads them. */
export interface Text {
  readonly text: string;
  readonly of?: Figures;
}

/**
 * A text with its figures printed in one unit system; a place whose figure is missing stays as it is, so
 * that it is seen.
 */
export function sayText(text: Text | string, say: Say): string {
  if (typeof text === "string") return text;
  return text.text.replace(/\{([a-zA-Z.]+)\}/g, (place, name: string) => {
    const figure = text.of?.[name];
    if (!figure) return place;
    if ("us" in figure) return figure[say.system];
    return figure.quantity === "plain"
      ? plain(figure.value, figure.digits)
      : say.of(figure.value, figure.quantity, figure.digits);
  });
}
