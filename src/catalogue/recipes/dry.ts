import type { RecipeStep } from "../../core/run/recipe";

// The first water on each unit is asked about three times, before it soaks, flushes, fills, regenerates or
// waits (handbook 9, rule 2): throttled, what
// stands ahead of it and the unit itself, then at full pressure.

const asked = {
  kind: "check",
  why: "Most leaks show in the first minutes, while somebody stands beside them.",
  work: 2,
  water: "on",
  cautions: ["standClear"],
} satisfies Partial<RecipeStep>;

const throttled = (feed: string) =>
  ({
    ...asked,
    id: "dryFirst",
    stage: "start",
    title: `At ${feed}: dry so far?`,
    check: { question: `Feed at ${feed}: everything ahead of {unit} dry, then {unit} itself?` },
  }) satisfies RecipeStep;

/** At a quarter, once the unit has filled. */
export const dryFirst = throttled("a quarter");
/** The same of a chamber, which is filled at half. */
export const chamberDryFirst = throttled("half");

/**
 * At full pressure: what was opened a quarter for the first water is opened all the way before anything is
 * judged or run.
 */
export const dry = {
  ...asked,
  id: "dry",
  stage: "start",
  title: "Is {unit} dry at full pressure?",
  check: { question: "Feed fully open: every joint of {unit} dry to a paper towel?" },
  goal: { want: "fill", fully: true },
} satisfies RecipeStep;

/** At full pressure, of a chamber that is filled in steps of its own. */
export const chamberDry = { ...dry, goal: undefined } satisfies RecipeStep;

/** Where a unit has a valve of its own ahead; on another unit's line that one's is opened, and asked about there. */
const ownValve = [{ at: ["sink", "supply", "appliance"] }] satisfies RecipeStep["when"];

/** At a stop, its faucet shut: a quarter first. */
export const dryFirstAtStop = {
  ...dryFirst,
  stage: "firstWater",
  goal: { want: "stand", positions: { faucet: "closed", valve: "quarter" } },
  when: [...ownValve],
} satisfies RecipeStep;

/** At a stop, its faucet shut: then fully open. */
export const dryAtStop = {
  ...dry,
  lists: ["joints"],
  stage: "firstWater",
  goal: { want: "stand", positions: { faucet: "closed", valve: "open" } },
  when: [...ownValve],
} satisfies RecipeStep;

/** Of what is screwed on a faucet or rides on another unit's line, where there is no valve to open by degrees. */
export const threadDry = {
  ...dry,
  stage: "firstWater",
  title: "Is {unit} dry?",
  goal: undefined,
  check: { question: "Water on slowly: thread, gasket and every joint of {unit} dry to a paper towel?" },
} satisfies RecipeStep;
