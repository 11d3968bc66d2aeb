import type { JobState, Knowledge } from "../job";
import { isAsked, siteFacts, type Plan } from "../site";
import { print, upper, type UnitSystem } from "../units";
import {
  hardnessWord,
  HEATER_TEMPERATURE,
  needKind,
  needsOf,
  type Need,
  scalingOf,
  scalingWord,
  totalHardness,
} from "../water";
import { inSentence, sayFor } from "../words";

/** A question of the survey by name, so that it can be gone to. */
export interface Asked {
  readonly id: string;
  readonly label: string;
}

/** What a survey says so far, in words of one unit system. */
export interface Findings {
  /** `The water is very hard, 18.1 gpg.`; absent while the hardness is not known. */
  readonly hardness?: string;
  readonly needs: readonly {
    readonly need: string;
    readonly what: string;
    readonly because: string;
    readonly note?: string;
    /** The question whose answer it rests on. */
    readonly on: string;
  }[];
  /** The scaling index in the cold and in the heater; absent with what is missing for it. */
  readonly scaling?: {
    readonly cold: number;
    readonly hot: number;
    readonly heater: string;
    readonly means: string;
    readonly calciumTaken: boolean;
  };
  readonly scalingMissing: readonly Asked[];
  /** What missing answers keep open, and which. */
  readonly open: readonly {
    readonly id: string;
    readonly what: string;
    /** What cannot be said without it. */
    readonly decides: string;
    readonly missing: readonly Asked[];
  }[];
}

const askedOfFound = {
  ecoli: "water.ecoli",
  coliform: "water.coliform",
  surface: "source.kind",
  taste: "water.taste",
} as const;
/**
 * The question that a need rests on: of what was found, of the value that is over its limit; hardness
 * counted from ions rests on calcium.
 */
function restsOn({ need, found }: Need, answers: JobState["answers"]): string {
  if (found) return askedOfFound[found];
  const key = needKind(need).limit?.key ?? "hardness";
  return key === "hardness" && !answers["water.hardness"] ? "water.calcium" : `water.${key}`;
}

/**
 * What the survey says so far: needs with their reason, the scaling index (handbook 2), and what a missing
 * answer keeps open. `roWanted`: the design has an RO; `plan`: what it holds that questions depend on.
 */
export function findingsOf(
  job: Pick<JobState, "answers">,
  { fields }: Pick<Knowledge, "fields">,
  { roWanted, plan }: { readonly roWanted: boolean; readonly plan?: Plan },
  system: UnitSystem,
): Findings {
  const facts = siteFacts(job.answers);
  const say = sayFor(system);
  const { needs, open } = needsOf(facts.water, { source: facts.source, roWanted });
  const hardness = upper(totalHardness(facts.water));
  const asked = (id: string): Asked => ({ id, label: inSentence(fields.get(id)?.label ?? id) });
  const { missing, index } = scalingOf(facts.water);
  const blocked = [...fields.values()].filter(
    (f) => f.blocks && !f.id.startsWith("water.") && !job.answers[f.id] && isAsked(f, job.answers, plan),
  );
  return {
    hardness:
      hardness === undefined
        ? undefined
        : `The water is ${hardnessWord(hardness)}, ${print(hardness, "hardness", system)}.`,
    needs: needs.map((n) => ({
      need: n.need,
      what: needKind(n.need).what,
      because: needKind(n.need).because(n, say),
      note: needKind(n.need).note,
      on: restsOn(n, job.answers),
    })),
    scaling: index && {
      ...index,
      heater: print(HEATER_TEMPERATURE, "temperature", system),
      means: scalingWord(index),
    },
    scalingMissing: missing.map((key) => asked(`water.${key}`)),
    open: [
      ...open.map((o) => ({
        id: o.need,
        what: `${needKind(o.need).whether}: test`,
        decides: needKind(o.need).whether,
        missing: o.missing.map((m) => asked(`water.${m}`)),
      })),
      ...blocked.map((f) => ({ id: f.id, what: `${f.blocks}:`, decides: f.blocks!, missing: [asked(f.id)] })),
    ],
  };
}
