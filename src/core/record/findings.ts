import type { JobState, Knowledge } from "../job";
import { siteFacts, type SiteFacts } from "../site";
import { lower, print, upper, type UnitSystem } from "../units";
import { hardnessWord, langelierIndex, needKind, needsOf, totalHardness } from "../water";
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
    readonly missing: readonly Asked[];
  }[];
}

/** Temperature at which a heater is judged, °C. */
const HEATER = 60;
/** mg/L of CaCO3 in one mg/L of calcium. */
const CALCIUM_AS_CACO3 = 2.497;
/** The part of the hardness that is taken for calcium where only the hardness is known. */
const CALCIUM_SHARE = 0.7;
/** Beyond so much from zero a water scales or corrodes. */
const BALANCED = 0.5;

function scalingOf(
  { water }: SiteFacts,
  hardness: number | undefined,
): {
  readonly missing: readonly string[];
  readonly index?: { readonly cold: number; readonly hot: number; readonly calciumTaken: boolean };
} {
  const [ph, tds, alkalinity, temperature] = [
    lower(water.ph),
    lower(water.tds),
    lower(water.alkalinity),
    lower(water.temperature),
  ];
  const missing = [
    ...(ph === undefined ? ["water.ph"] : []),
    ...(tds === undefined ? ["water.tds"] : []),
    ...(alkalinity === undefined ? ["water.alkalinity"] : []),
    ...(temperature === undefined ? ["water.temperature"] : []),
    ...(hardness === undefined ? ["water.hardness"] : []),
  ];
  const calcium = water.calcium
    ? CALCIUM_AS_CACO3 * (upper(water.calcium) ?? 0)
    : hardness === undefined
      ? undefined
      : CALCIUM_SHARE * hardness;
  if (
    ph === undefined ||
    tds === undefined ||
    alkalinity === undefined ||
    temperature === undefined ||
    calcium === undefined
  )
    return { missing };
  const at = (t: number) => langelierIndex({ ph, tds, temperature: t, calciumAsCaCO3: calcium, alkalinity });
  const [cold, hot] = [at(temperature), at(HEATER)];
  return cold === undefined || hot === undefined
    ? { missing }
    : { missing, index: { cold, hot, calciumTaken: !water.calcium } };
}

const meansOf = (hot: number): string =>
  hot > BALANCED ? "scaling in the heater" : hot < -BALANCED ? "corrosive" : "balanced";

/**
 * What the survey says so far: needs with their reason, the scaling index (handbook 2), and what a missing answer keeps open.
 * `roWanted`: the design has an RO.
 */
export function findingsOf(
  job: Pick<JobState, "answers">,
  { fields }: Pick<Knowledge, "fields">,
  roWanted: boolean,
  system: UnitSystem,
): Findings {
  const facts = siteFacts(job.answers);
  const say = sayFor(system);
  const { needs, open } = needsOf(facts.water, { source: facts.source, roWanted });
  const hardness = upper(totalHardness(facts.water));
  const asked = (id: string): Asked => ({ id, label: inSentence(fields.get(id)?.label ?? id) });
  const { missing, index } = scalingOf(facts, hardness);
  const blocked = [...fields.values()].filter(
    (f) =>
      f.blocks &&
      !f.id.startsWith("water.") &&
      !job.answers[f.id] &&
      (!f.when || f.when.is.includes(job.answers[f.when.field]?.text ?? "")),
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
    })),
    scaling: index && {
      ...index,
      heater: print(HEATER, "temperature", system),
      means: meansOf(index.hot),
    },
    scalingMissing: missing.map(asked),
    open: [
      ...open.map((o) => ({
        id: o.need,
        what: `${needKind(o.need).whether}: test`,
        missing: o.missing.map((m) => asked(`water.${m}`)),
      })),
      ...blocked.map((f) => ({ id: f.id, what: `${f.blocks}:`, missing: [asked(f.id)] })),
    ],
  };
}
