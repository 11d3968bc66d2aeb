import { date, oneOf, text, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, logKind, office } from "./kind";

/** What a job is before the work, in the order in which it comes. */
export const offerStates = ["offered", "accepted", "ordered"] as const;
export type OfferState = (typeof offerStates)[number];

const kept = { is: oneOf(...offerStates), on: date, note: text(300) };
declare module "./kind" {
  interface KeptAsAsked {
    offerMoved: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /**
     * How far it came before the work: offered to the customer, accepted, its parts ordered. Absent while
     * nobody said.
     */
    readonly offer?: Of<typeof kept> & Mark;
  }
}

export const offerMoved = logKind({
  kind: "offerMoved",
  kept,
  may: office,
  leavesSigned: () => true,
  decide: (_job, { is, on, note }) => accept({ is, on, note }),
  apply: (job, offer, { by, at }) => ({ ...job, offer: { ...offer, by, at } }),
});
