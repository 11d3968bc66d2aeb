import { isHandedOver, openAddendum } from "../job/handedOver";
import { reason, ulid, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, crew, logKind, refuse, type Stamp } from "./kind";

const kept = { addendum: ulid, why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    addendumOpened: Of<typeof kept>;
  }
}
/** Changes of what was signed: why they are made, and who signed for them. */
export type Addendum = Of<typeof kept> &
  Stamp & {
    readonly signed?: Mark & { readonly name: string; readonly file: string; readonly paper?: string };
  };
declare module "../job/job" {
  interface JobState {
    readonly addenda: readonly Addendum[];
  }
}

export const addendumOpened = logKind({
  kind: "addendumOpened",
  kept,
  may: crew,
  begins: { addenda: [] },
  leavesSigned: () => true,
  decide: (job, { addendum, why }) => {
    if (!isHandedOver(job)) return refuse("The record is not signed yet: change it as it is");
    return openAddendum(job)
      ? refuse("An addendum is open already: sign it first")
      : accept({ addendum, why });
  },
  apply: (job, addendum, stamp) => ({ ...job, addenda: [...job.addenda, { ...addendum, ...stamp }] }),
});
