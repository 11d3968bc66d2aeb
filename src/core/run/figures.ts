import type { UnitFit, UnitModel, UnitPort } from "../families";
import { sizedSaid } from "../plumbing/made";
import { type Figures, type Named, type Text, type Written } from "../words";
import type { ComposeInput } from "./input";
import type { RecipeFigure, RecipeStep, WordFigure } from "./recipe";

type Defaults = ComposeInput["defaults"];

/** What stands at a path of a unit's figures, or of a step; undefined where it states nothing. */
export function pathOf(model: object, path: string): unknown {
  return path
    .split(".")
    .reduce<unknown>(
      (at, key) => (typeof at === "object" && at !== null ? (at as Record<string, unknown>)[key] : undefined),
      model,
    );
}

/** A number that a unit states, else the company's; throws where neither does: unknown is neither much nor little. */
export function stated(model: UnitModel | undefined, path: string, defaults: Defaults = {}): number {
  const found = (model ? pathOf(model, path) : undefined) ?? defaults[path];
  if (typeof found !== "number")
    throw new Error(`a recipe asks for ${path}, which ${model?.code ?? "the site"} does not state`);
  return found;
}

/** What numbers of a recipe are taken from. */
interface Source {
  readonly model?: UnitModel;
  readonly predicted?: Readonly<Record<string, number | undefined>>;
}

/**
 * A number of a recipe: written in it, the unit's own by its path, or predicted for it here; with what is
 * usual where there is none.
 */
export function numberOf(written: RecipeFigure, { model, predicted }: Source, defaults: Defaults): number {
  if (typeof written === "number") return written;
  if (typeof written === "string") return stated(model, written.slice(1), defaults);
  if ("predicted" in written) return predicted?.[written.predicted] ?? written.usual;
  return stated(model, written.of, { [written.of]: written.usual, ...defaults });
}

/** Is a number not the unit's own, but what the company usually does. */
export const isUsual = (written: RecipeFigure | undefined, model: UnitModel | undefined): boolean => {
  if (written === undefined || typeof written === "number" || !model) return false;
  if (typeof written === "object" && "predicted" in written) return false;
  return pathOf(model, typeof written === "string" ? written.slice(1) : written.of) === undefined;
};

const usually = ({ us, metric }: Written): Written => ({
  us: `${us} (usual; the unit states none)`,
  metric: `${metric} (usual; the unit states none)`,
});

/** Every word of a step, for the places in it. */
const wordsOf = (template: RecipeStep): string =>
  [
    template.title,
    template.why,
    ...(template.details ?? []),
    template.check?.question,
    template.hold?.statement,
    template.tightening,
  ].join(" ");

/** A port as an installer reads it; the depth that its tube goes in has a place of its own. */
export function portLine(p: UnitPort, index: number): Text & { readonly of: Figures } {
  const place = `insert.${String.fromCharCode(97 + index)}`;
  const depth = p.insert === undefined ? "" : `, {${place}} deep`;
  const colour = p.colour ? `, ${p.colour}` : "";
  const seal = p.seal === "none" ? "" : `, ${p.seal}`;
  return {
    text: `${p.port}: ${p.size} ${p.system}${colour}, on the ${p.side}${depth}${seal}; ${p.tighten}`,
    of: p.insert === undefined ? {} : { [place]: { value: p.insert, quantity: "length" } },
  };
}

const boxLines = (fit: UnitFit, code: string): string[] => [
  `In the box of ${code}: ${fit.box.join(", ")}`,
  ...(fit.notInBox ? [`Not in it, bring: ${fit.notInBox.join(", ")}`] : []),
];
const toolLine = (fit: UnitFit, code: string): string[] =>
  fit.tools.length === 0 ? [] : [`Tools for ${code}: ${fit.tools.join(", ")}`];

/**
 * Joints that come under pressure for the first time, a line for all that are made alike: what a leak is
 * looked for at.
 */
function jointLines({ joins, tubeJoins }: ComposeInput, unit: string): string[] {
  const counts = new Map<string, number>();
  for (const made of tubeJoins?.[unit] ?? [...(joins?.house ?? []), ...(joins?.train ?? [])]) {
    const alike = sizedSaid(made);
    counts.set(alike, (counts.get(alike) ?? 0) + made.joints.length);
  }
  return [...counts].map(([alike, count]) => `${count} × ${alike}`);
}

/**
 * What a step lists of the units' own data: ports of its unit; boxes and tools of every unit of the job;
 * the joints of its unit's tubes, or else those on the wall.
 */
export function listed(
  template: RecipeStep,
  { key, model }: { readonly key: string; readonly model?: UnitModel },
  input: ComposeInput,
): { readonly details: readonly string[]; readonly figures: Figures } {
  const { units } = input;
  const ports = (model?.fit?.ports ?? []).map(portLine);
  const of = {
    ports: () => ports.map((p) => p.text),
    boxes: () => units.flatMap((u) => (u.model.fit ? boxLines(u.model.fit, u.model.code) : [])),
    joints: () => jointLines(input, key),
    tools: () => units.flatMap((u) => (u.model.fit ? toolLine(u.model.fit, u.model.code) : [])),
  };
  const lists = template.lists ?? [];
  return {
    details: [...new Set(lists.flatMap((list) => of[list]()))],
    figures: lists.includes("ports") ? Object.assign({}, ...ports.map((p) => p.of)) : {},
  };
}

function figureOf(written: WordFigure, model: UnitModel | undefined): Named | Written | undefined {
  if (!("of" in written)) return written;
  const value = model && pathOf(model, written.of);
  if (typeof value === "number") return { value, quantity: written.quantity, digits: written.digits };
  if (typeof value === "string") return { us: value, metric: value };
  return written.usual && usually(written.usual);
}

/**
 * The figures of a step's words: its recipe's, those of its unit, and what is computed for this site, each
 * where the words name it.
 */
export function figuresOf(
  template: RecipeStep,
  model: UnitModel | undefined,
  computed: Figures = {},
): Figures | undefined {
  const words = wordsOf(template);
  const own = Object.entries(template.figures ?? {}).flatMap(([name, written]) => {
    const figure = figureOf(written, model);
    return figure ? [[name, figure] as const] : [];
  });
  const mass: Figures = model ? { mass: { value: model.massFullKg, quantity: "mass", digits: 0 } } : {};
  const offered = Object.entries({ ...mass, ...computed }).filter(([name]) => words.includes(`{${name}}`));
  const figures = Object.fromEntries([...own, ...offered]);
  return Object.keys(figures).length > 0 ? figures : undefined;
}
