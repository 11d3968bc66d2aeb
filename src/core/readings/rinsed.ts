import type { Level } from "../verdict";
import { rule } from "../words";
import { isLook, looks, type Look } from "./clarity";
import { numberIn, only, open, type ReadingKind } from "./reading";

interface RinsedFacts {
  readonly litres: number;
  readonly asked?: number;
  readonly look: Look;
}
const rinsedRule = rule<RinsedFacts>("rinsed", {
  reason: ({ litres, asked, look }, say) => {
    const run = asked === undefined ? say.of(litres, "volume") : say.beside(litres, asked, "volume");
    const wanted = asked === undefined ? "" : ` of ${say.of(asked, "volume")}`;
    return `${run}${wanted} run, ${looks[look].reason}`;
  },
  remedy: ({ litres, asked, look }, _say, level) => {
    if (level === "Good") return "";
    return asked !== undefined && litres < asked ? "Let the rest run" : looks[look].remedy;
  },
});

function levelOf({ litres, asked, look }: RinsedFacts): Level {
  if (looks[look].level === "Stop") return "Stop";
  return asked !== undefined && litres < asked ? "Check" : looks[look].level;
}

/** A rinse by volume: what ran into the vessel, and what it looked like at the end (handbook 9, K3). */
export const rinsed: ReadingKind = {
  id: "rinsed",
  label: "Rinse into a vessel",
  fields: [
    { id: "volume", label: "In the vessel", quantity: "volume" },
    {
      id: "look",
      label: "It looks",
      options: Object.entries(looks).map(([id, { label }]) => ({ id, label })),
    },
  ],
  judge: (v, { litres: asked }) => {
    const litres = numberIn(v, "volume");
    if (litres === undefined || !isLook(v.look)) return open("The rinse");
    const facts = { litres, asked, look: v.look };
    return only(rinsedRule.at(levelOf(facts), facts));
  },
  rules: [rinsedRule],
};
