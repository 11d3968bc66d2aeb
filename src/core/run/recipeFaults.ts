import { roles } from "../rig/rig";
import { pathOf } from "./figures";
import { loopIn } from "./loop";
import type { Recipe, RecipeStep, StepCondition } from "./recipe";
import { stages } from "./step";

/** What a recipe may name: everything that is data elsewhere. */
export interface Nameable {
  /** Paths of the figures that a family states; undefined for a family that is not known. */
  readonly figuresOf: (family: string) => readonly string[] | undefined;
  /** Questions of the survey, and the options of those that have some. */
  readonly answers: ReadonlyMap<string, readonly string[]>;
  readonly schools: ReadonlyMap<string, readonly string[]>;
  readonly cautions: ReadonlySet<string>;
  readonly readings: ReadonlySet<string>;
  /** Places in words that are filled with what is computed for a unit. */
  readonly computed: ReadonlySet<string>;
}

/** What is wrong with a recipe, with the place: the step, none where it is the recipe's own, and the property. */
export interface RecipeFault {
  readonly step?: string;
  readonly path: string;
  readonly reason: string;
}
type Said = Omit<RecipeFault, "step">;

/** Figures of the unit that a step names, with the property that names them. */
function figuresNamed(step: RecipeStep): { readonly path: string; readonly figure: string }[] {
  const numbers = [
    "flow.minutes",
    "flow.low",
    "flow.high",
    "flow.litres",
    "soak.minutes",
    "wait.minutes",
    "cycle.count",
  ].flatMap((path) => {
    const written = pathOf(step, path);
    if (typeof written === "string") return [{ path, figure: written.slice(1) }];
    return isNaming(written) ? [{ path, figure: written.of }] : [];
  });
  const inWords = Object.values(step.figures ?? {}).flatMap((f) =>
    "of" in f ? [{ path: "figures", figure: f.of }] : [],
  );
  const inConditions = plainConditions(step).flatMap((c) =>
    "unit" in c ? [{ path: "when", figure: c.unit }] : [],
  );
  return [...numbers, ...inWords, ...inConditions];
}
const isNaming = (written: unknown): written is { readonly of: string } =>
  typeof written === "object" && written !== null && "of" in written;
const plainConditions = (step: RecipeStep): Exclude<StepCondition, { any: unknown }>[] =>
  (step.when ?? []).flatMap((c) => ("any" in c ? c.any : [c]));

/** Is a path a figure of a family: itself, a part of one, or a record of some. */
const isFigure = (paths: readonly string[], figure: string): boolean =>
  paths.some((p) => p === figure || figure.startsWith(`${p}.`) || p.startsWith(`${figure}.`));

function figureFaults(step: RecipeStep, { families }: Recipe, known: Nameable): Said[] {
  return figuresNamed(step).flatMap(({ path, figure }) => {
    const without = families.filter((f) => !isFigure(known.figuresOf(f) ?? [], figure));
    if (families.length === 0)
      return [{ path, reason: `It names the unit's ${figure}, and a step of the site has no unit` }];
    return without.length === 0 ? [] : [{ path, reason: `${without.join(", ")} has no figure ${figure}` }];
  });
}

/** What stands in words besides the figures that a step states. */
const OWN_PLACES: ReadonlySet<string> = new Set(["unit", "mass"]);
const wordsAt = {
  title: (s) => s.title,
  why: (s) => s.why,
  details: (s) => s.details?.join(" "),
  "check.question": (s) => s.check?.question,
  "hold.statement": (s) => s.hold?.statement,
  tightening: (s) => s.tightening,
  sealant: (s) => s.sealant,
} satisfies Record<string, (step: RecipeStep) => string | undefined>;

function placeFaults(step: RecipeStep, known: Nameable): Said[] {
  return Object.entries(wordsAt).flatMap(([path, words]) =>
    [...(words(step) ?? "").matchAll(/\{([a-zA-Z.]+)\}/g)].flatMap(([, place]): Said[] => {
      const school = /^school\.(.+)$/.exec(place!)?.[1];
      const isFilled =
        school === undefined
          ? OWN_PLACES.has(place!) || known.computed.has(place!) || step.figures?.[place!] !== undefined
          : known.schools.has(school);
      return isFilled ? [] : [{ path, reason: `Nothing says what stands at {${place}}` }];
    }),
  );
}

/** A condition on one of some options, where the list of options is known. */
function optionFault(
  what: string,
  named: string,
  options: readonly string[] | undefined,
  is: readonly string[],
): Said[] {
  if (!options) return [{ path: "when", reason: `There is no ${what} ${named}` }];
  const strange = is.filter((o) => options.length > 0 && o !== "unknown" && !options.includes(o));
  return strange.length === 0
    ? []
    : [{ path: "when", reason: `${strange.join(", ")} is no answer to ${named}: ${options.join(", ")}` }];
}

function conditionFaults(step: RecipeStep, known: Nameable): Said[] {
  return plainConditions(step).flatMap((c): Said[] => {
    if ("survey" in c) return optionFault("question", c.survey, known.answers.get(c.survey), c.is);
    if ("school" in c) return optionFault("school", c.school, known.schools.get(c.school), c.is);
    const named = "families" in c ? c.families : "ahead" in c ? c.ahead : "noneAhead" in c ? c.noneAhead : [];
    const strange = named.filter((f) => !known.figuresOf(f));
    return strange.length === 0 ? [] : [{ path: "when", reason: `There is no family ${strange.join(", ")}` }];
  });
}

/** Two conditions of one step that can never hold together. */
function neverFaults(step: RecipeStep): Said[] {
  const never = (what: string): Said[] => [
    { path: "when", reason: `It can never belong to a job: ${what} cannot be both` },
  ];
  const said = new Map<string, readonly unknown[]>();
  for (const c of step.when ?? []) {
    if ("any" in c) continue;
    const [key, values] = claimOf(c);
    if (key === undefined) continue;
    const before = said.get(key);
    const left = before ? before.filter((v) => values.includes(v)) : values;
    if (left.length === 0) return never(key);
    said.set(key, left);
  }
  const kinds = (key: "present" | "absent") =>
    (step.when ?? []).flatMap((c) => (key in c ? (c as Record<string, readonly string[]>)[key]! : []));
  const absent = kinds("absent");
  const present = kinds("present");
  const gone = present.length > 0 && present.every((k) => absent.includes(k));
  return gone ? never(`a unit at ${present.join(", ")}`) : [];
}

/** What a condition claims that has one value, and the values it may have. */
function claimOf(
  c: Exclude<StepCondition, { any: unknown }>,
): readonly [string | undefined, readonly unknown[]] {
  if ("survey" in c) return [c.survey, c.is];
  if ("school" in c) return [`school ${c.school}`, c.is];
  if ("unit" in c && "is" in c) return [c.unit, c.is];
  if ("unit" in c && "has" in c) return [`${c.unit} stated`, [c.has]];
  if ("source" in c) return ["the source", c.source];
  if ("arrangement" in c) return ["the arrangement", c.arrangement];
  for (const key of ["houseShut", "bypass", "tankOpen", "units"] as const)
    if (key in c) return [key, [(c as Record<string, unknown>)[key]]];
  return [undefined, []];
}

function nameFaults(step: RecipeStep, known: Nameable): Said[] {
  const answers = step.writes === undefined ? undefined : known.answers.get(step.writes);
  const isChoice = answers !== undefined && answers.length > 0;
  const cautions = (step.cautions ?? []).filter((c) => !known.cautions.has(c));
  return [
    ...(cautions.length > 0
      ? [{ path: "cautions", reason: `There is no caution ${cautions.join(", ")}` }]
      : []),
    ...(step.writes !== undefined && !isChoice
      ? [{ path: "writes", reason: `There is no question ${step.writes} that is answered by a choice` }]
      : []),
    ...(step.read && !known.readings.has(step.read.reading)
      ? [{ path: "read.reading", reason: `There is no reading ${step.read.reading}` }]
      : []),
  ];
}

const handleRoles: ReadonlySet<string> = new Set(roles);

/** Handles that a goal names and no rig has. */
function goalFaults({ goal }: RecipeStep): Said[] {
  if (!goal) return [];
  const named: readonly (readonly [string, readonly string[]])[] = [
    ["goal.positions", goal.want === "stand" ? Object.keys(goal.positions) : []],
    ["goal.permits", goal.want === "stand" ? (goal.permits ?? []) : []],
    ["goal.feed", goal.want === "stand" && goal.feed !== undefined ? [goal.feed] : []],
    ["goal.but", goal.want === "normal" ? Object.keys(goal.but ?? {}) : []],
    ["goal.at", goal.want === "flush" && goal.at !== undefined ? [goal.at] : []],
  ];
  return named.flatMap(([path, names]) => {
    const strange = names.filter((name) => !handleRoles.has(name.replace(/^\*\./, "")));
    return strange.length === 0 ? [] : [{ path, reason: `No rig has a handle ${strange.join(", ")}` }];
  });
}

/** The steps of a recipe as a run takes them: by the part of the run, then as written. */
export const inRunOrder = ({ steps }: Pick<Recipe, "steps">): readonly RecipeStep[] =>
  steps.toSorted((a, b) => stages.indexOf(a.stage) - stages.indexOf(b.stage));

/** Steps waited for that are not there, and steps that wait for one another. */
function waitFaults(recipe: Recipe): RecipeFault[] {
  const ids = new Set(recipe.steps.map((s) => s.id));
  const missing = recipe.steps.flatMap((s): RecipeFault[] => {
    const gone = (s.after ?? []).filter((id) => !ids.has(id));
    return gone.length === 0
      ? []
      : [{ step: s.id, path: "after", reason: `There is no step ${gone.join(", ")} in this recipe` }];
  });
  const ordered = inRunOrder(recipe);
  const loop = loopIn(
    ordered.map((s, i) => ({
      id: s.id,
      needs: [...(i > 0 ? [ordered[i - 1]!.id] : []), ...(s.after ?? [])],
    })),
  );
  if (!loop) return missing;
  const asks = recipe.steps.find((s) => loop.includes(s.id) && s.after?.some((a) => loop.includes(a)))!;
  const titles = [...loop, loop[0]!].map((id) => `“${recipe.steps.find((s) => s.id === id)!.title}”`);
  return [
    ...missing,
    {
      step: asks.id,
      path: "after",
      reason: `The run would never end: ${titles.join(" waits for ")}. Take one of them out`,
    },
  ];
}

/**
 * What keeps a recipe from being used, each with its place: a figure that its family has not, a place in
 * words that nothing fills, a question, option, school, caution, reading, handle or family that does not
 * exist, a condition that can never hold, steps that wait for one another (handbook 9, rule 13). None where
 * all is well. That its steps can be reached is shown by a rehearsal.
 */
export function recipeFaults(recipe: Recipe, known: Nameable): readonly RecipeFault[] {
  const unknown = recipe.families.filter((f) => !known.figuresOf(f));
  const twice = recipe.steps.filter((s, i) => recipe.steps.findIndex((x) => x.id === s.id) !== i);
  return [
    ...(unknown.length > 0 ? [{ path: "families", reason: `There is no family ${unknown.join(", ")}` }] : []),
    ...twice.map((s) => ({ step: s.id, path: "title", reason: "Two steps have one name" })),
    ...recipe.steps.flatMap((step) =>
      [
        ...figureFaults(step, recipe, known),
        ...placeFaults(step, known),
        ...conditionFaults(step, known),
        ...neverFaults(step),
        ...nameFaults(step, known),
        ...goalFaults(step),
      ].map((said): RecipeFault => ({ step: step.id, ...said })),
    ),
    ...waitFaults(recipe),
  ];
}
