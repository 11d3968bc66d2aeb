import { phoneKinds } from "@/core/log/phoneList";
import { decidedHereBy } from "./queued";

export { circumstancesOf, rigLacks, waterOffAt, wishOf } from "@/core/job/rigWishes";

/** All that a phone decides by itself. */
export const decided = decidedHereBy(phoneKinds);

/** Parts of steps that need the whole of it. */
export const ruled = {
  boxesForm: () => import("./BoxesForm"),
  flowMeter: () => import("./FlowMeter"),
  stepMoves: () => import("./StepMoves"),
} as const;

/** Last what only the office writes: a phone that hears of it follows it. */
export const fetchEveryKind = () => import("@/core/log/state");
