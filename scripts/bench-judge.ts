// Judging a train of eight units, once. Built from two trees by scripts/bench.mjs, so it names only what both have.
import { knowledgeWith } from "../src/catalogue/knowledge";
import { unitModels } from "../src/catalogue/units";
import { judgeTrain } from "../src/core/train";
import { facts } from "./bench-house";

const knowledge = knowledgeWith();
const codes = ["SD-100", "PS-50", "CT-1354", "SF-150", "PS-20", "UV-45", "BP-3", "RO-T5"];
const train = {
  facts,
  schools: knowledge.schoolsWith({}),
  tables: knowledge.tables,
  // The tree before said its verdicts as it judged.
  profile: "us",
  units: codes.map((code, i) => ({
    unit: { key: `u${i}`, model: code, parallel: 1 },
    model: unitModels.get(code)!,
  })),
};

export const judgeOnce = (): unknown => judgeTrain(train as Parameters<typeof judgeTrain>[0]);
