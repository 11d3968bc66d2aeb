import { id, line, list, object, optional, type Of } from "./fields";
import { accept, logKind, office } from "./kind";

/** Somebody of the company, by id and by the name that they had. */
const person = object({ id, name: line });
const kept = {
  /** Who answers for the job. */
  responsible: optional(person),
  /** Who else may write on it, beside those whose visits are planned. */
  letIn: list(person, 30),
};
declare module "./kind" {
  interface KeptAsAsked {
    crewChanged: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /** Who is on the job, beside those whose visits are planned. */
    readonly crew: Of<typeof kept>;
  }
}

export const crewChanged = logKind({
  kind: "crewChanged",
  kept,
  may: office,
  begins: { crew: { letIn: [] } },
  leavesSigned: () => true,
  decide: (_job, { responsible, letIn }) => accept({ responsible, letIn }),
  apply: (job, crew) => ({ ...job, crew }),
});
