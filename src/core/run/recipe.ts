import { z } from "../zod";
import { connections } from "../families/unit";
import { joinedAt } from "../plumbing/made";
import { arrangements } from "../plumbing/shutOffs";
import { quantities, type Quantity } from "../units";
import { stages, stepKinds, type Step } from "./step";

const unitFigure = z.string().regex(/^[a-zA-Z0-9.]+$/);
/**
 * A number; the unit's own figure by path, `$ro.rinseMinutes`; the same with what is usual where the unit
 * states none; or what is predicted for it on its site.
 */
const figure = z.union([
  z.number().nonnegative(),
  z.string().regex(/^\$[a-zA-Z.]+$/),
  z.strictObject({ of: unitFigure, usual: z.number().nonnegative() }),
  z.strictObject({ predicted: z.string(), usual: z.number().nonnegative() }),
]);
export type RecipeFigure = z.infer<typeof figure>;
const bothSystems = z.strictObject({ us: z.string(), metric: z.string() });
/**
 * A figure in the words of a step: written, or the unit's own by path, with what is usual where the unit
 * states none.
 */
const wordFigure = z.union([
  bothSystems,
  z.strictObject({
    of: unitFigure,
    quantity: z.enum(Object.keys(quantities) as [Quantity, ...Quantity[]]),
    digits: z.number().int().nonnegative().optional(),
    usual: bothSystems.optional(),
  }),
]);
/**
 * When a step belongs to a job. `unit` is a figure of the unit by path: one of some values, so much or
 * more, less than that, or stated at all. `present` and `absent`: some unit of the job connects so, or none
 * does; `at`: this unit does; `houseShut`: the house's own valve has to be shut for it; `bypass`: the house
 * can be fed past the line; `school`: which option is chosen; `units`: the design has any, or is a bypass
 * alone; `joins`: the joints of its pipes are known; `families`: some unit of the job is of one; `ahead`
 * and `noneAhead`: of one in the line before this unit (handbook 9).
 */
const plainCondition = z.union([
  z.strictObject({ survey: z.string(), is: z.array(z.string()).min(1) }),
  z.strictObject({ unit: unitFigure, is: z.array(z.union([z.string(), z.boolean()])).min(1) }),
  z.strictObject({ unit: unitFigure, atLeast: z.number() }),
  z.strictObject({ unit: unitFigure, below: z.number() }),
  z.strictObject({ unit: unitFigure, has: z.boolean() }),
  z.strictObject({ tankOpen: z.boolean() }),
  z.strictObject({ source: z.array(z.enum(["safe", "unsafe", "unknown"])).min(1) }),
  z.strictObject({ present: z.array(z.enum(connections)).min(1) }),
  z.strictObject({ absent: z.array(z.enum(connections)).min(1) }),
  z.strictObject({ at: z.array(z.enum(connections)).min(1) }),
  z.strictObject({ houseShut: z.boolean() }),
  z.strictObject({ bypass: z.boolean() }),
  z.strictObject({ arrangement: z.array(z.enum(arrangements)).min(1) }),
  z.strictObject({ school: z.string(), is: z.array(z.string()).min(1) }),
  z.strictObject({ units: z.boolean() }),
  z.strictObject({ joins: z.boolean() }),
  z.strictObject({ unit: unitFigure, isNot: z.array(z.union([z.string(), z.boolean()])).min(1) }),
  z.strictObject({ families: z.array(z.string()).min(1) }),
  z.strictObject({ ahead: z.array(z.string()).min(1) }),
  z.strictObject({ noneAhead: z.array(z.string()).min(1) }),
]);
const condition = z.union([plainCondition, z.strictObject({ any: z.array(plainCondition).min(2) })]);

/**
 * What the rig is to come to: a wish of chapter 4, or handles of the unit at positions, with the openings
 * that the step permits and the handle that feeds them.
 */
const goalSchema = z.union([
  z.strictObject({ want: z.enum(["isolate", "serve", "passBy", "restore", "trap"]) }),
  z.strictObject({ want: z.literal("fill"), fully: z.boolean().optional() }),
  z.strictObject({ want: z.literal("normal"), but: z.record(z.string(), z.string()).optional() }),
  z.strictObject({ want: z.literal("flush"), at: z.string().optional(), fully: z.boolean().optional() }),
  z.strictObject({
    want: z.literal("stand"),
    positions: z.record(z.string(), z.string()),
    permits: z.array(z.string()).optional(),
    feed: z.string().optional(),
  }),
]);

/** One step of a recipe, before it is composed into a job. */
export const recipeStepSchema = z
  .strictObject({
    id: z.string().regex(/^[a-z][a-zA-Z0-9]*$/),
    stage: z.enum(stages),
    kind: z.enum(stepKinds),
    /** Names the step in every unit system, so it holds no figure. */
    title: z.string().min(3).max(90),
    why: z.string().min(3),
    /**
     * What stands at the places `{gap}` of its words, in both unit systems as the trade writes it; `{unit}`
     * and `{mass}` are the unit's own.
     */
    figures: z.record(z.string(), wordFigure).optional(),
    work: z.number().nonnegative(),
    water: z.enum(["off", "bypassed", "on", "any"]),
    power: z.enum(["off", "on"]).optional(),
    cautions: z.array(z.string()).optional(),
    details: z.array(z.string()).optional(),
    /** What it lists of the units' own data below its details. */
    lists: z.array(z.enum(["ports", "boxes", "tools", "joints"])).optional(),
    /** Joints that are made at it, by their place. */
    joins: z.enum(joinedAt).optional(),
    turn: z.strictObject({ direction: z.string(), seenFrom: z.string() }).optional(),
    goal: goalSchema.optional(),
    tightening: z.string().optional(),
    sealant: z.string().optional(),
    flow: z
      .strictObject({
        low: figure.optional(),
        high: figure.optional(),
        minutes: figure,
        litres: figure.optional(),
        until: z.enum(["clear", "noAir"]).optional(),
        direction: z.enum(["forward", "reverse"]),
        to: z.string(),
        taps: z.boolean().optional(),
      })
      .optional(),
    soak: z.strictObject({ minutes: figure, maxMinutes: z.number().positive().optional() }).optional(),
    wait: z.strictObject({ minutes: figure, expected: z.string().optional() }).optional(),
    read: z
      .strictObject({
        reading: z.string(),
        place: z.string(),
        when: z.enum(["before", "after"]),
        /** Once at every outlet of the house that treated water reaches. */
        each: z.literal("outlet").optional(),
      })
      .optional(),
    cycle: z.strictObject({ count: figure, expected: z.string().optional() }).optional(),
    record: z.strictObject({ what: z.string(), label: z.string() }).optional(),
    check: z
      .strictObject({ question: z.string(), photo: z.enum(["wanted", "needed"]).optional() })
      .optional(),
    hold: z.strictObject({ statement: z.string() }).optional(),
    /** What is set by hand, each by the figure that is computed for it. */
    sets: z.array(z.strictObject({ label: z.string(), figure: z.string() })).optional(),
    asks: z.enum(["waterOff"]).optional(),
    /** The question of the survey that finishing it answers: what was proved on site is written back. */
    writes: z.string().optional(),
    proves: z.enum(["uv", "discard", "prefilters"]).optional(),
    /** Only where every condition holds. */
    when: z.array(condition).optional(),
    /** Waits for every step before it, not only its own chain. */
    gathers: z.boolean().optional(),
    /** Steps of the same recipe that it waits for besides the one before it. */
    after: z.array(z.string()).min(1).optional(),
    /**
     * Whether it belongs to the run that bacteria in the sample open again: `too`, besides the first run,
     * or `only`; absent: to the first alone.
     */
    again: z.enum(["too", "only"]).optional(),
  })
  .superRefine((s, ctx) => {
    const needed = {
      flow: s.flow,
      soak: s.soak,
      read: s.read,
      cycle: s.cycle,
      check: s.check,
      hold: s.hold,
    } as const;
    if (s.kind in needed && needed[s.kind as keyof typeof needed] === undefined)
      ctx.addIssue({
        code: "custom",
        path: [s.kind],
        message: `step ${s.id} is a ${s.kind} but says nothing of it`,
      });
    if (s.kind === "record" && !s.record)
      ctx.addIssue({ code: "custom", path: ["record"], message: `step ${s.id} records nothing` });
  });

export const recipeSchema = z.strictObject({
  id: z.string(),
  version: z.number().int().positive(),
  title: z.string().min(3, "Name the recipe").max(60, "At most 60 characters"),
  /** Families whose units may be started by it; none: it is of the site. */
  families: z.array(z.string()),
  steps: z.array(recipeStepSchema).min(1, "A recipe has a step at least"),
});
export type StepCondition = z.infer<typeof condition>;
export type WordFigure = z.infer<typeof wordFigure>;
export type RecipeStep = z.infer<typeof recipeStepSchema>;
export type Recipe = z.infer<typeof recipeSchema>;
export type { Step };
