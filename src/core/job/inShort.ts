import type { AlikeJoints, JointWay } from "../plumbing/made";
import { noRig } from "../rig/rig";
import type { Step } from "../run/step";
import type { JobState } from "./job";

/**
 * A job as a page begins with it: how its run stands, and the words of the steps that are seen. What only
 * decisions rest on, and the words of all other steps, follow with the whole job. Nothing is decided on it,
 * and no entry is applied to it.
 */
export interface JobInShort extends JobState {
  readonly inShort: true;
}
/** Is it a job in short, of which the rest is to come. */
export const isInShort = (job: JobState): job is JobInShort => "inShort" in job;

interface WordlessStep extends Step {
  readonly wordless: true;
}
/** Have the words of a step not come yet: nobody finishes it before they were read. */
export const isWordless = (step: Step): step is WordlessStep => "wordless" in step;

const words: ReadonlySet<string> = new Set<keyof Step>([
  "figures",
  "details",
  "tightening",
  "sealant",
  "sets",
  "joins",
  "swaps",
  "boxes",
  "against",
]);

const noWords: JointWay = { label: "", size: "", sealant: "none", tightening: "", checks: [] };
const wordless = ({ id }: AlikeJoints["joints"][number]) => ({ id, what: "" });

/** How a step stands, what it waits for and what is done at it, without what it says. */
function withoutWords(step: Step): WordlessStep {
  const rest = Object.fromEntries(Object.entries(step).filter(([key]) => !words.has(key)));
  const check = step.check && { check: { ...step.check, question: "" } };
  // Which joints are left says how the step stands.
  const joins = step.joins && {
    joins: step.joins.map(({ joints }) => ({ ...noWords, joints: joints.map(wordless) })),
  };
  return { ...(rest as unknown as Step), why: "", cautions: [], ...check, ...joins, wordless: true };
}

/**
 * What of a job a page shows at once: the words of the steps with these ids, and how the parts of its rig
 * hang together.
 */
interface Seen {
  readonly steps?: ReadonlySet<string>;
  readonly rig: boolean;
}

/** The job in short, with what is seen of it. */
export const jobInShort = (job: JobState, seen: Seen): JobInShort => ({
  ...job,
  answers: {},
  answered: {},
  overrides: {},
  parts: {},
  revisions: [],
  run: job.run && {
    ...job.run,
    steps: job.run.steps.map((step) => (seen.steps?.has(step.id) ? step : withoutWords(step))),
  },
  rig: job.rig && { ...job.rig, rig: seen.rig ? job.rig.rig : noRig },
  inShort: true,
});
