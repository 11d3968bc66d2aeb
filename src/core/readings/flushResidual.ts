import type { Level } from "../verdict";
import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";
import { NOTHING_ON_A_STRIP } from "./strip";

/** mg/L of chlorine that a household may be left with where nothing better is known (handbook 5, UV). */
const MOST = 1;

interface FlushFacts {
  readonly residual: number;
  /** What the source itself brings; absent where it was not tested. */
  readonly source?: number;
}
/** As much as came in before: the source's own residual, or what a strip cannot tell from nothing. */
const own = (source: number) => Math.max(source, NOTHING_ON_A_STRIP);

const flushed = rule<FlushFacts>("flush-residual", {
  reason: ({ residual, source }, say) => {
    const limit = source === undefined ? MOST : own(source);
    const shown = `${say.beside(residual, limit, "concentration")}, at most ${say.of(limit, "concentration")}`;
    return source === undefined
      ? `${shown}; what the source itself brings was not tested`
      : `${shown}, as the source brings`;
  },
  remedy: ({ source }, _say, level) =>
    level === "Check" && source === undefined ? "Test the source's own chlorine" : "Flush on",
});

/**
 * Flushed until the source's own residual is back (handbook 9, Disinfection); untested, what a household
 * may drink is a Check.
 */
function levelOf({ residual, source }: FlushFacts): Level {
  if (residual > MOST && residual > (source ?? 0)) return "Stop";
  if (source === undefined) return "Check";
  return residual <= own(source) ? "Good" : "Check";
}

export const flushResidual: ReadingKind = {
  id: "flushResidual",
  label: "Residual after the flush",
  fields: [{ id: "residual", label: "Test strip shows", quantity: "concentration" }],
  judge: (v, { sourceChlorine: source }) => {
    const residual = numberIn(v, "residual");
    if (residual === undefined) return open("The verdict");
    const facts = { residual, source };
    return only(flushed.at(levelOf(facts), facts));
  },
  rules: [flushed],
};
