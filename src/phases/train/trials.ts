import { useState } from "react";
import { surveyFields } from "@/catalogue/survey";
import type { DesignUnit, UnitModel } from "@/core/families";
import { readAnswer, siteFacts, type SurveyAnswer } from "@/core/site";
import {
  allVerdicts,
  changedVerdicts,
  judgeTrain,
  judgeWithin,
  pairFigures,
  type TrainInput,
} from "@/core/train";
import type { UnitSystem } from "@/core/units";

type Placed = { readonly unit: DesignUnit; readonly model: UnitModel };

/** The job as it is: what was answered, what is designed, and what it is judged by. */
export interface Given {
  readonly answers: Readonly<Record<string, SurveyAnswer>>;
  readonly units: readonly Placed[];
  readonly schools: TrainInput["schools"];
  readonly tables: TrainInput["tables"];
  readonly profile: UnitSystem;
  /** Its pipes as they are laid, where its units are placed: of these units alone. */
  readonly laid: TrainInput["laid"];
}

/** What a train is judged from, with answers and units as given. */
export const inputOf = (
  given: Given,
  answers: Parameters<typeof siteFacts>[0],
  units: readonly Placed[],
  laid: TrainInput["laid"],
): TrainInput => ({
  facts: siteFacts(answers),
  units,
  schools: given.schools,
  tables: given.tables,
  laid,
});

const judged = (
  given: Given,
  answers: Given["answers"],
  units: readonly Placed[],
  laid: TrainInput["laid"],
) => judgeWithin(answers, (a) => judgeTrain(inputOf(given, a, units, laid)));

/** The train with some units left out, and with a booster ahead of its first RO. */
function trainTried(given: Given, out: readonly string[], booster: UnitModel | undefined): readonly Placed[] {
  const kept = given.units.filter((u) => !out.includes(u.unit.key));
  const firstRo = kept.findIndex((u) => u.model.family === "ro");
  if (!booster || firstRo === -1) return kept;
  const tried: Placed = { unit: { key: "tried", model: booster.code, parallel: 1 }, model: booster };
  return [...kept.slice(0, firstRo), tried, ...kept.slice(firstRo)];
}

/** The answers with some of them tried otherwise, and what could not be understood, by question. */
function answersTried(given: Given, texts: Readonly<Record<string, string>>) {
  const answers: Record<string, SurveyAnswer> = { ...given.answers };
  const errors: Record<string, string> = {};
  for (const [id, text] of Object.entries(texts)) {
    const read = readAnswer(surveyFields.get(id)!, text, given.profile);
    if (!read.ok) errors[id] = read.error;
    else if (read.answer.text === "") delete answers[id];
    else answers[id] = read.answer;
  }
  return { answers, errors };
}

const sameUnits = (a: readonly Placed[], b: readonly Placed[]): boolean =>
  a.length === b.length && a.every(({ unit }, i) => unit.key === b[i]!.unit.key);

/** What turns, and which figures move, when answers and units are as tried. */
function whatTurns(
  given: Given,
  answers: Given["answers"],
  units: readonly Placed[],
  out: readonly string[],
) {
  // Pipes are laid for these units: with others both sides are judged by their units alone.
  const laid = sameUnits(units, given.units) ? given.laid : undefined;
  const [before, after] = [
    judged(given, given.answers, given.units, laid),
    judged(given, answers, units, laid),
  ];
  const names = new Map<string, string>([
    ["house", "House"],
    ...[...before.stations, ...after.stations].map((s) => [s.key, s.model.code] as const),
  ]);
  const stillThere = allVerdicts(before).filter((v) => !out.includes(v.at));
  const moved = after.stations.flatMap((s) => {
    const was = before.stations.find((x) => x.key === s.key);
    const pairs = was ? pairFigures(was.figures, s.figures) : [];
    return pairs.filter((p) => p.differs).map((p) => ({ at: s.model.code, ...p }));
  });
  return { names, flips: changedVerdicts(stillThere, allVerdicts(after)), moved };
}
/** What turns by what is tried. */
export type Turned = ReturnType<typeof whatTurns>;

/** What is tried for the moment: other answers, units left out, a booster; and what that turns. Nothing is kept. */
export function useTrials(given: Given, boosters: readonly UnitModel[]) {
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({});
  const [out, setOut] = useState<readonly string[]>([]);
  const [booster, setBooster] = useState("");
  const pump = boosters.find((b) => b.code === booster);
  const { answers, errors } = answersTried(given, texts);
  return {
    texts,
    errors,
    out,
    booster,
    isTrying: Object.keys(texts).length > 0 || out.length > 0 || pump !== undefined,
    turned: whatTurns(given, answers, trainTried(given, out, pump), out),
    tryText: (field: string, text: string) => setTexts({ ...texts, [field]: text }),
    drop: (field: string) =>
      setTexts(Object.fromEntries(Object.entries(texts).filter(([id]) => id !== field))),
    leaveOut: (unit: string) => setOut(out.includes(unit) ? out.filter((k) => k !== unit) : [...out, unit]),
    setBooster,
    dropAll: () => {
      setTexts({});
      setOut([]);
      setBooster("");
    },
  };
}
export type Trials = ReturnType<typeof useTrials>;
