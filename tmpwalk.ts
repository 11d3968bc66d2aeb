import { chromium } from "playwright-core";
import { knowledgeWith } from "@/catalogue/knowledge";
import { jobFrom, movesFor, nextStep, signingBlockers, stepState } from "@/core/record";
import { clockOf } from "@/core/run";
const base = "http://127.0.0.1:4310";
const [name, units, source, until] = process.argv.slice(2) as [string, string, string, string];
let n = 0;
const freshId = () => { n += 1; return `01J${(Date.now() * 1000 + n).toString(32).toUpperCase().replace(/[ILOU]/g, "X").padStart(23, "0").slice(-23)}`; };
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const page = await (await b.newContext({ baseURL: base })).newPage();
await page.goto(base + "/sign-in"); await page.fill("input[name=email]", "imke@saltmarsh.example"); await page.fill("input[name=password]", "tidal-valley-25"); await page.press("input[name=password]", "Enter"); await page.waitForURL((u) => !u.pathname.includes("sign-in"));
await page.goto(base + "/jobs");
await page.getByRole("button", { name: "Open a job" }).click(); await page.getByLabel(/^Job/).fill(name); await page.getByLabel(/^Place/).fill("Quay"); await page.getByRole("button", { name: "Open and start the survey" }).click(); await page.waitForURL(/\/site$/);
const job = /jobs\/(\w+)\//.exec(page.url())![1]!;
const state = async () => jobFrom(job, ((await (await page.request.get(`/api/jobs/${job}/entries?after=0`)).json()) as any).entries);
const send = async (intent: any) => { const r = await page.request.post(`/api/jobs/${job}/entries`, { data: { id: freshId(), ...intent }, headers: { origin: base } }); if (!r.ok()) console.log(intent.kind, await r.text()); };
for (const [field, text] of Object.entries({ "source.kind": source, "source.static": "58 psi", "source.flowing": "50 psi", "source.flowingAt": "9 gpm", "heater.kind": "electric", "fixture.kitchenSink": "1", "fixture.bathtub": "1" })) await send({ kind: "surveyAnswered", field, text, profile: "us" });
await send({ kind: "designChanged", units: units.split(",").map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })), what: units, seen: (await state()).designSeq });
for (const x of signingBlockers(await state(), knowledgeWith(), "us")) await send({ kind: "verdictOverridden", at: x.at, rule: x.rule, why: "Agreed with the household" });
await send({ kind: "designSigned", seen: (await state()).designSeq }); await send({ kind: "runStarted" });
for (;;) {
  const s = await state(); const step = nextStep(s, Date.now());
  if (!step || step.id === until) break;
  for (const m of movesFor(s.rig, step)) { await send({ kind: "handleTurned", handle: m.handle, to: m.to, step: step.id }); if ((await state()).rig!.state.filling.length > 0) await send({ kind: "fillHeard", step: step.id }); }
  if (clockOf(step) !== undefined) { console.log("clock at", step.id); break; }
  if (step.read) await send({ kind: "readingTaken", reading: freshId(), reads: step.read.reading, step: step.id, place: step.read.place, when: step.read.when, values: { pressure: step.read.reading === "precharge" ? "6 psi" : "58 psi", hardness: "12 gpg" }, profile: "us" });
  if (step.record) await send({ kind: "serialRecorded", unit: step.unit, what: step.record.what, label: step.record.label, text: "SM-4471", step: step.id });
  await send({ kind: "stepDone", step: step.id });
}
console.log(job, nextStep(await state(), Date.now())?.id);
await b.close();
