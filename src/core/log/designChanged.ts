import type { DesignUnit } from "../families/unit";
import { modelKey } from "../families/modelKey";
import { circleIn } from "../families/circle";
import { MOST_UNITS } from "../rig/rig";
import { designUnits, line, whole, type Of } from "./fields";
import { CHANGED_MEANWHILE } from "./design";
import { accept, logKind, office, refuse } from "./kind";

const asked = { units: designUnits, what: line, seen: whole(0, 1_000_000) };
const kept = { units: designUnits, what: line };
declare module "./kind" {
  interface Asked {
    designChanged: Of<typeof asked>;
  }
  interface Kept {
    designChanged: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    readonly units: readonly DesignUnit[];
    /** The last change of the draft and what stood before it, so that it can be undone. */
    readonly lastChange?: { readonly what: string; readonly before: readonly DesignUnit[] };
  }
}

export const designChanged = logKind({
  kind: "designChanged",
  asked,
  kept,
  may: office,
  touchesDesign: true,
  begins: { units: [] },
  leavesSigned: () => true,
  decide: (job, { units, what, seen }, { office }) => {
    if (seen !== job.designSeq) return refuse(CHANGED_MEANWHILE);
    if (new Set(units.map((u) => u.key)).size !== units.length) return refuse("Two units carry the same key");
    const inAll = units.reduce((sum, u) => sum + u.parallel, 0);
    if (inAll > MOST_UNITS)
      return refuse(`${inAll} units, those side by side counted one by one: at most ${MOST_UNITS}`);
    const { models } = office().knowledge;
    const strange = units.find((u) => !models.has(modelKey(u)));
    if (strange) return refuse(`${strange.model} is not in the catalogue`);
    const keys = new Set(units.map((u) => u.key));
    const loose = units.find((u) => u.on && (!keys.has(u.on.unit) || u.on.unit === u.key));
    if (loose) return refuse(`${loose.model} stands on a unit that is not in this design`);
    const circle = circleIn(units);
    if (circle !== undefined) return refuse("These units stand on each other in a circle: none is fed");
    // The first version is the one that is meant where none is named.
    const first = (version: number | undefined) => (version === 1 ? undefined : version);
    return accept({ units: units.map((u) => ({ ...u, version: first(u.version) })), what });
  },
  apply: (job, { units, what }) => ({ ...job, units, lastChange: { what, before: job.units } }),
});
