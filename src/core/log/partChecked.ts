import { without, type Mark } from "../job/job";
import { isHandedOver } from "../job/handedOver";
import { label, number, oneOf, optional, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";

/** `part`: a line of the list of what to bring; `count`: how much of it was asked for then. */
const kept = {
  part: label(200, "Name the part"),
  what: label(200, "Name the part"),
  state: oneOf("loaded", "missing", "open"),
  count: optional(number(0, 10_000_000)),
};
declare module "./kind" {
  interface KeptAsAsked {
    partChecked: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /**
     * What is packed for the job, and what is not to be had, by lines of its list; absent of a line while
     * nobody said.
     */
    readonly parts: Readonly<
      Record<
        string,
        Mark & { readonly what: string; readonly state: "loaded" | "missing"; readonly count?: number }
      >
    >;
  }
}

export const partChecked = logKind({
  kind: "partChecked",
  kept,
  may: crew,
  begins: { parts: {} },
  leavesSigned: () => true,
  decide: (job, part) =>
    isHandedOver(job) ? refuse("This job is handed over: nothing is packed for it any more") : accept(part),
  apply: (job, { part, what, state, count }, { by, at }) => ({
    ...job,
    parts:
      state === "open"
        ? without(job.parts, part)
        : { ...job.parts, [part]: { what, state, ...(count === undefined ? {} : { count }), by, at } },
  }),
});
