import { describe, expect, it } from "vitest";
import { knowledgeWith } from "@/catalogue/knowledge";
import { defaultSchools, schools } from "@/catalogue/schools";
import { pipingOf } from "@/core/fit/jobPiping";
import { chosenSchools, draftBasis } from "@/core/record";
import { allVerdicts } from "@/core/train";
import { judgeJob } from "@/core/train/design";
import { kinds, type Kind } from "./kinds";
import { started } from "./started";

// Handbook 9, rule 14: each school that is offered changes something in steps, parts or rig, or in what is judged.

type House = Pick<Kind, "id" | "units" | "answers" | "arrangement">;
/** The kinds of job, and houses on which a question turns that none of them meets. */
const houses: readonly House[] = [
  ...kinds,
  { id: "iron in the water", units: ["SF-150"], answers: { "water.iron": "0.9" } },
  { id: "softener first", units: ["SF-150", "CT-1354"], answers: { "water.chlorine": "0.2" } },
  { id: "softener first, chlorinated", units: ["SF-150", "CT-1354"] },
  { id: "a chamber alone", units: ["PS-20", "UV-20"], answers: { "source.kind": "well" } },
  {
    id: "tubs filled at once",
    units: ["CT-1354"],
    answers: { "fixture.bathtub": "4", "together.bathtub": "4" },
  },
  {
    id: "a house of copper",
    units: ["CT-1354"],
    answers: { "cutin.pipe": "copperL", "cutin.size": "3/4" },
  },
];

/** What a school may change of a job. */
function outcome(kind: House, chosen: Readonly<Record<string, string>>): string {
  const known = knowledgeWith({ schools: { ...defaultSchools, ...chosen } });
  const { job } = started(kind, known);
  const pipes = pipingOf(job.answers, chosenSchools({}, known));
  const verdicts = allVerdicts(judgeJob(draftBasis(job), known));
  return JSON.stringify([job.run!.steps, job.rig!.rig, verdicts, pipes]);
}
const usual = new Map<string, string>();
const usualOf = (kind: House): string => {
  const known = usual.get(kind.id) ?? outcome(kind, {});
  usual.set(kind.id, known);
  return known;
};

describe.each(schools.map((s) => [s.question, s] as const))("%s", (_, { id, options, fallback }) => {
  it.each(options.filter((o) => o.id !== fallback).map((o) => [o.label, o.id] as const))(
    "%s changes a job",
    (_label, option) => {
      const changed = houses.find((kind) => outcome(kind, { [id]: option }) !== usualOf(kind));
      expect(changed?.id).toBeDefined();
    },
  );
});
