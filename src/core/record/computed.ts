import { wholeGrains } from "../families/softener";
import type { PlacedUnit } from "../families";
import type { Knowledge } from "../job";
import { siteFacts, type SurveyAnswers } from "../site";
import { bucketsFor } from "../plumbing/drainDown";
import { disinfectionOf, houseLitres, type Disinfection, type DesignBasis, type Station } from "../train";
import { upper } from "../units";
import { bleachDose } from "../water/dose";
import { minutesSaid, plain, sayFor, type Figures, type Say, type Written } from "../words";

/** The hour at which a valve regenerates where the household says no other: nobody draws water. */
export const REGENERATION_HOUR = 2;

/**
 * Every place in the words of a recipe that is filled with what is computed for a unit on its site, or for
 * the site itself.
 */
export const computedPlaces: readonly string[] = [
  "setHardness",
  "setReserve",
  "setHour",
  "setPeople",
  "brineWater",
  "brineSalt",
  "litres",
  "blendTen",
  "blendTwenty",
  "doseSaid",
  "doseMl",
  "doseStart",
  "doseWorking",
  "contactSaid",
  "drained",
];

/** The same words in both unit systems. */
const same = (text: string): Written => ({ us: text, metric: text });
const inBoth = (write: (say: Say) => string): Written => ({
  us: write(sayFor("us")),
  metric: write(sayFor("metric")),
});

const figureOf = (station: Station | undefined, id: string): number | undefined =>
  station?.figures.find((f) => f.id === id)?.value;

/**
 * What a control valve is set to on a site: whole grains, the hour, and how many people; absent where it is
 * not known.
 */
export function programOf(station: Station | undefined, answers: SurveyAnswers, reserveDay: boolean) {
  const compensated = figureOf(station, "compensated");
  return {
    gpg: compensated === undefined ? undefined : wholeGrains(compensated),
    reserve: reserveDay ? ("day" as const) : ("none" as const),
    hour: REGENERATION_HOUR,
    people: siteFacts(answers).persons,
  };
}

function softenerFigures(station: Station | undefined, basis: DesignBasis, knowledge: Knowledge): Figures {
  const { reserveDay } = knowledge.schoolsWith(basis.schools ?? {});
  const { gpg, people, hour } = programOf(station, basis.answers, reserveDay);
  const refill = station?.figures.find((f) => f.id === "brineRefill");
  const water = typeof refill?.note === "object" ? refill.note.of?.each : undefined;
  const perRegeneration = station?.figures
    .find((f) => f.id === "salt")
    ?.working.inputs.find((i) => i.name === "per regeneration")?.value;
  return {
    setHardness: same(gpg === undefined ? "not known: test hardness, iron and manganese" : `${gpg} gpg`),
    setReserve: same(reserveDay ? "one day" : "none"),
    setHour: same(`${String(hour).padStart(2, "0")}:00`),
    setPeople: same(people === undefined ? "not known: ask" : String(people)),
    brineWater: water ?? same("Its own level"),
    brineSalt:
      perRegeneration === undefined
        ? same("what its manual says of salt")
        : { value: perRegeneration / (station?.unit.parallel ?? 1), quantity: "mass", digits: 1 },
  };
}

const VAINLY = "UV proves nothing while the pipe behind it is contaminated.";
const litresSaid = (litres: number, say: Say): string => say.of(litres, "volume", 0);

/** Bleach for a dose: in mL, as a measuring jug is read; without a strength on the survey for two that are sold. */
function pourSaid(d: Disinfection): string | undefined {
  const { litres, percent } = d;
  if (litres === undefined) return undefined;
  const ml = (strength: number) =>
    `${plain(Math.round(bleachDose({ litres, mgPerL: d.start, percent: strength })))} mL of ${plain(strength, 0, 2)} %`;
  return percent === undefined ? `${ml(5)}, or ${ml(10)}` : ml(percent);
}

function doseSaid(d: Disinfection): Written {
  const pour = pourSaid(d);
  if (pour === undefined)
    return same(`${VAINLY} The volume is not known: enter the lengths of pipe and the heater in the survey.`);
  return inBoth((say) => `${VAINLY} ${pour} bleach makes ${d.start} mg/L in ${litresSaid(d.litres!, say)}.`);
}

function volumesSaid(d: Disinfection, say: Say): string {
  const parts: readonly (readonly [string, number | undefined])[] = [
    ["pipe", d.pipeLitres],
    ["units", d.unitLitres],
    ["heater", d.heaterLitres],
  ];
  const known = parts.flatMap(([name, l]) => (l === undefined ? [] : [`${name} ${litresSaid(l, say)}`]));
  return known.length > 0 ? known.join(", ") : "no volume known yet";
}

function contactWords({ age, minutes, start }: Disinfection): string {
  const of = `${start} mg/L for ${minutesSaid(minutes)}`;
  if (age === "existing") return `Pipe long in use: ${of}.`;
  return age === "opened"
    ? `New or opened pipe: ${of}.`
    : `How old the pipe is was not said, so as for opened pipe: ${of}.`;
}

const chamberFigures = (d: Disinfection): Figures => ({
  doseSaid: doseSaid(d),
  doseMl: same(pourSaid(d) ?? "not known: the volume of the pipes is missing"),
  doseStart: { value: d.start, quantity: "concentration" },
  doseWorking: inBoth((say) => `Volume × ${d.start} mg/L over the strength: ${volumesSaid(d, say)}`),
  contactSaid: same(contactWords(d)),
});

/** Shares of tap water that a product is blended with (handbook 9, K19). */
const BLENDS = { blendTen: 0.1, blendTwenty: 0.2 } as const;

function blendFigures(station: Station | undefined): Figures {
  const [feed, product] = [upper(station?.waterIn.tds), upper(station?.waterOut.tds)];
  return Object.fromEntries(
    Object.entries(BLENDS).map(([name, share]) => [
      name,
      feed === undefined || product === undefined
        ? same("an amount that is not known, dissolved solids being untested")
        : { value: share * feed + (1 - share) * product, quantity: "concentration" as const, digits: 0 },
    ]),
  );
}

const manualFigures = (station: Station | undefined): Figures => {
  const litres = figureOf(station, "manualLitres");
  return {
    litres:
      litres === undefined
        ? same("Not known, the hardness being untested:")
        : inBoth((say) => say.of(litres, "volume", 0)),
  };
};

/** How a chamber's disinfection is done under a design. */
export const disinfectionFor = (
  basis: DesignBasis,
  units: readonly PlacedUnit[],
  key: string,
  knowledge: Knowledge,
): Disinfection =>
  disinfectionOf(units, key, basis.answers, {
    pipes: knowledge.tables.pipes,
    isFast: basis.schools?.newPipe === "fast",
  });

/** What is computed for a site itself, by the names of its places in the words of its steps. */
export function computedForSite({ answers }: DesignBasis, { tables }: Knowledge): Figures {
  const litres = houseLitres(answers, tables.pipes);
  if (litres === undefined)
    return {
      drained: same("How much stands above the cut is not known: the house's pipes are not measured"),
    };
  const buckets = bucketsFor(litres);
  return {
    drained: inBoth(
      (say) =>
        `At most ${litresSaid(litres, say)} stand in the house's pipes: ${buckets} ${buckets === 1 ? "bucket" : "buckets"} of ${litresSaid(10, say)}`,
    ),
  };
}

/**
 * What is computed for a unit on its site, by the names of its places in the words of its steps, and what
 * its clocks are predicted to take.
 */
export function computedFor(
  { unit, model }: PlacedUnit,
  station: Station | undefined,
  basis: DesignBasis,
  units: readonly PlacedUnit[],
  knowledge: Knowledge,
): { readonly computed: Figures; readonly predicted: Readonly<Record<string, number | undefined>> } {
  const d = model.uv && disinfectionFor(basis, units, unit.key, knowledge);
  return {
    computed: {
      ...(model.softener ? softenerFigures(station, basis, knowledge) : {}),
      ...(model.manual ? manualFigures(station) : {}),
      ...(model.ro ? blendFigures(station) : {}),
      ...(d ? chamberFigures(d) : {}),
    },
    predicted: { fill: figureOf(station, "fill"), contact: d?.minutes },
  };
}
