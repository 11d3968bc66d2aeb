import type { Standing } from "../fit/standing";
import { CHANGED_MEANWHILE } from "./design";
import { line, map, object, whole, yesNo, type Of } from "./fields";
import { accept, logKind, office, refuse } from "./kind";

/** No wall is longer or higher, mm. */
const FAR = 100_000;
/** Where a unit stands on its wall, as the wall is drawn: water running to the right. */
export const standing = object({
  x: whole(0, FAR),
  y: whole(0, FAR),
  lies: yesNo,
  mirrored: yesNo,
});
const kept = { places: map(standing, 80), what: line };
const asked = { ...kept, seen: whole(0, 1_000_000) };
declare module "./kind" {
  interface Asked {
    unitsPlaced: Of<typeof asked>;
  }
  interface Kept {
    unitsPlaced: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /** Where units stand on their wall, by their key, as far as somebody placed them. */
    readonly places: Readonly<Record<string, Standing>>;
  }
}

export const unitsPlaced = logKind({
  kind: "unitsPlaced",
  asked,
  kept,
  may: office,
  touchesDesign: true,
  begins: { places: {} },
  leavesSigned: () => true,
  decide: (job, { places, what, seen }) => {
    if (seen !== job.designSeq) return refuse(CHANGED_MEANWHILE);
    const keys = new Set(job.units.map((u) => u.key));
    const strange = Object.keys(places).find((key) => !keys.has(key));
    if (strange !== undefined) return refuse(`${strange} is no unit of this design`);
    return accept({ places, what });
  },
  apply: (job, { places }) => ({ ...job, places: { ...job.places, ...places } }),
});
