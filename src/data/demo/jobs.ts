import type { Actor, JobState, Knowledge } from "../../core/job";
import { logKindOf, type Entry } from "../../core/log";
import { ulid } from "ulid";

import { DAY, DemoDesk, HOUR, MIN, type DemoFile, type Made } from "./desk";
import { workingTimes, type WorkingTimes } from "./hours";
import { surveys } from "./surveys";

export interface DemoPeople {
  readonly imke: Actor;
  readonly tobias: Actor;
  readonly adaeze: Actor;
}
/**
 * What makes the files of the jobs, each with its hash: what their photos show, a signature's picture, and
 * the record on paper with pictures of both by their files.
 */
export interface Making {
  readonly view: () => Promise<Made>;
  readonly signature: (name: string) => Promise<Made>;
  readonly paper: (job: JobState, at: number, pictures: Readonly<Record<string, Buffer>>) => Promise<Made>;
}

const readings = {
  staticPressure: { pressure: "58 psi" },
  rawWater: { hardness: "22 gpg", chlorine: "1.1", temperature: "52 °F" },
  precharge: { pressure: "6.5 psi" },
  chlorine: { in: "1.1", out: "0.05", flow: "4 gpm" },
  hardness: { in: "22 gpg", out: "0.5 gpg" },
  holdTest: { start: "58 psi", end: "57.5 psi", minutes: "15", division: "2 psi" },
  trainLoss: { before: "55 psi", after: "53 psi", flow: "4 gpm" },
  rejection: { feed: "420", product: "28" },
  roFlows: { product: "0.12 L/min", drain: "0.5 L/min", pressure: "60 psi", temperature: "52 °F" },
};

/** What the jobs of the demo are made with: the moment they are alive at, and who works on them. */
interface Scene extends DemoPeople {
  readonly now: number;
  readonly times: WorkingTimes;
  readonly view: Made;
  readonly knowledge: Knowledge;
}

/** What it takes to open a job, survey it and draw its design. */
const OFFICE_WORK = HOUR;
/** A job that somebody opened so many milliseconds ago, within working hours. */
const begun = (scene: Scene, ago: number, by: Actor) =>
  new DemoDesk(scene.knowledge, scene.times.ago(ago, OFFICE_WORK), by, scene.view);

const visit = (d: DemoDesk, from: number, to: number, person: Actor, what: string) =>
  d.do({
    kind: "visitPlanned",
    visit: ulid(d.now),
    from: new Date(from).toISOString(),
    to: new Date(to).toISOString(),
    person: { id: person.id, name: person.name },
    what,
  });

/** Its carbon soaks between two visits. */
function bakeryJob(scene: Scene): DemoDesk {
  const { tobias, adaeze, imke, times } = scene;
  const bakery = begun(scene, 9 * DAY, imke)
    .open("Pell Lane bakery", "Mill house, Pell Lane", "carbon, softener, drinking RO in the flour loft")
    .crew(tobias, adaeze)
    .survey(surveys.bakery)
    .design(
      [
        { key: "u1", model: "CT-1354", parallel: 1 },
        { key: "u2", model: "SF-150", parallel: 1 },
        { key: "u3", model: "BP-3", parallel: 1, place: "flour loft" },
        { key: "u4", model: "RO-T5", parallel: 1, place: "flour loft" },
      ],
      "Carbon, softener, boosted RO",
    )
    .sign("Agreed with the baker on the phone");
  const soakEnds = times.endOfWait(48 * HOUR, 2 * HOUR);
  const soakBegins = soakEnds - 48 * HOUR;
  visit(bakery, soakBegins - 1.2 * HOUR, soakBegins + 2 * HOUR, tobias, "Bypass, softener, start the soak");
  visit(bakery, soakEnds, soakEnds + 2 * HOUR, tobias, "Rinse the carbon, join, start up");
  bakery.by = tobias;
  bakery.now = soakBegins - 1.2 * HOUR;
  bakery.do({ kind: "runStarted" }).work("u1.soak", readings);
  bakery.now = soakBegins;
  bakery
    .do({ kind: "clockStarted", step: "u1.soak" })
    .work("u2.lines", readings, { "SF-150.serial": "SM-20417" });
  return bakery;
}

const reportFrom = (d: DemoDesk, now: number, day: number, values: Record<string, string>) =>
  d.do({
    kind: "labReportTaken",
    report: ulid(d.now),
    source: "file",
    lab: "Pell valley laboratory",
    sampled: new Date(now - day * DAY).toISOString().slice(0, 10),
    values,
    left: [{ label: "Silica (mg/L)", raw: "14" }],
    profile: "us",
  });

/** A well whose second report still blocks the UV. */
function cottageJob(scene: Scene): DemoDesk {
  const { imke, now } = scene;
  const cottage = begun(scene, 4 * DAY, imke)
    .open("Kittle Point lighthouse cottage", "Kittle Point", "well; UV after iron and hardness")
    .crew(imke)
    .survey(surveys.cottage);
  reportFrom(cottage, scene.now, 40, {
    "water.hardness": "325 mg/L",
    "water.iron": "1.2 mg/L",
    "water.manganese": "0.04 mg/L",
    "water.ph": "7.0",
    "water.turbidity": "1.1 NTU",
    "water.coliform": "present",
    "water.ecoli": "absent",
  });
  reportFrom(cottage, scene.now, 6, {
    "water.hardness": "310 mg/L",
    "water.iron": "0.9 mg/L",
    "water.manganese": "0.03 mg/L",
    "water.ph": "7.1",
    "water.turbidity": "0.8 NTU",
    "water.uvt": "78 %",
    "water.coliform": "present",
    "water.ecoli": "absent",
  });
  cottage.design(
    [
      { key: "u1", model: "PS-20", parallel: 1 },
      { key: "u2", model: "UV-45", parallel: 1 },
    ],
    "UV with its pre-filter",
  );
  cottage.do({
    kind: "openPointAdded",
    point: ulid(cottage.now),
    text: "Surge protector for the UV controller",
    who: "Imke Vos",
    due: new Date(now - DAY).toISOString().slice(0, 10),
  });
  return cottage;
}

/** Designed, not signed: a 24-hour gauge comes first. */
function flatsJob(scene: Scene): DemoDesk {
  const { adaeze, imke, times } = scene;
  const flats = begun(scene, 6 * DAY, imke)
    .open("Old Customs House flats", "Quay Street", "nine bathrooms, two tanks side by side")
    .crew(adaeze)
    .survey(surveys.flats)
    .design(
      [
        { key: "u1", model: "KT-1354", parallel: 2 },
        { key: "u2", model: "SF-300", parallel: 2 },
      ],
      "Two tanks side by side",
    );
  const gauge = times.ahead(26 * HOUR, 2 * HOUR);
  visit(flats, gauge, gauge + 2 * HOUR, adaeze, "Fit the 24-hour gauge");
  return flats;
}

/** In the middle of its installation. */
function studioJob(scene: Scene): DemoDesk {
  const { tobias, adaeze, imke, times } = scene;
  const studio = begun(scene, 5 * DAY, imke)
    .open("Ropewalk Studio", "Ropewalk 3", "direct RO and LED reactor, stone worktop")
    .crew(tobias, adaeze)
    .survey(surveys.studio)
    .design(
      [
        { key: "u1", model: "RO-D", parallel: 1 },
        { key: "u2", model: "PL-2", parallel: 1, on: { unit: "u1", port: "product" } },
      ],
      "Direct RO, then the reactor",
    )
    .sign("Checked on the phone with the studio");
  const installs = times.goingOn(150 * MIN);
  visit(studio, installs, installs + 150 * MIN, tobias, "Install and start up");
  studio.by = tobias;
  studio.now = installs + MIN;
  studio.do({ kind: "runStarted" }).work("u1.faucet", {
    ...readings,
    staticPressure: { pressure: "61 psi" },
    rawWater: { hardness: "6 gpg" },
  });
  return studio;
}

/** Signed, its visit the day after tomorrow. */
function eelgrassJob(scene: Scene): DemoDesk {
  const { adaeze, imke, times } = scene;
  const eelgrass = begun(scene, 3 * DAY, adaeze);
  eelgrass.by = imke;
  eelgrass
    .open("Eelgrass Court 4B", "Eelgrass Court", "manual softener for one washing machine")
    .crew(adaeze)
    .survey(surveys.eelgrass)
    .design([{ key: "u1", model: "MS-2", parallel: 1 }], "Manual softener")
    .sign("One appliance only");
  const fits = times.ahead(47 * HOUR, 2 * HOUR);
  visit(eelgrass, fits, fits + 2 * HOUR, adaeze, "Fit and first regeneration");
  return eelgrass;
}

/** Started without a booster: its readings say so. */
function smokehouseJob(scene: Scene): DemoDesk {
  const { adaeze, imke, times } = scene;
  const smokehouse = begun(scene, 30 * DAY, imke)
    .open("Hollin Weir smokehouse", "Hollin Weir", "high-output RO with float valve")
    .crew(adaeze)
    .survey(surveys.smokehouse)
    .design([{ key: "u1", model: "RO-H", parallel: 1, place: "smoke yard" }], "High-output RO")
    .sign("The owner wants to start without a booster and see");
  smokehouse.by = adaeze;
  const installs = times.ago(18 * HOUR, 6 * HOUR);
  smokehouse.now = installs;
  visit(smokehouse, installs, installs + 6 * HOUR, adaeze, "Install and start up");
  smokehouse.do({ kind: "runStarted" }).work("site.leakLast", {
    ...readings,
    staticPressure: { pressure: "27.6 psi" },
    rawWater: { hardness: "8 gpg" },
    rejection: { feed: "520", product: "40" },
    roFlows: { product: "0.09 L/min", drain: "0.81 L/min", pressure: "27 psi", temperature: "50 °F" },
  });
  return smokehouse;
}

/** Handed over and signed long ago. */
function ternJob(scene: Scene): DemoDesk {
  const { tobias, imke, times } = scene;
  const tern = begun(scene, 240 * DAY, imke)
    .open("Tern Street 12", "Tern Street", "cartridge rack")
    .crew(tobias)
    .survey(surveys.tern)
    .design([{ key: "u1", model: "CH-3", parallel: 1 }], "Three housings")
    .sign("As surveyed");
  tern.by = tobias;
  tern.now = times.ago(236 * DAY, 6 * HOUR);
  tern.do({ kind: "runStarted" }).work(undefined, {
    ...readings,
    staticPressure: { pressure: "60 psi" },
    rawWater: { hardness: "5 gpg" },
    trainLoss: { before: "57 psi", after: "55.8 psi", flow: "4 gpm" },
  });
  return tern;
}

/** Half surveyed. */
function innJob(scene: Scene): DemoDesk {
  const { tobias, adaeze, imke, times } = scene;
  const inn = begun(scene, 20 * HOUR, imke)
    .open("Ferryman's Rest inn", "Ferry Landing", "scale control and three housings")
    .crew(adaeze, tobias)
    .survey(surveys.inn);
  const survey = times.ahead(2.2 * HOUR, 2.4 * HOUR);
  visit(inn, survey, survey + 2.4 * HOUR, adaeze, "Finish the survey");
  return inn;
}

/** Signed: nothing but a faucet's own thread. */
function marramJob(scene: Scene): DemoDesk {
  const { tobias, imke, times } = scene;
  const marram = begun(scene, 2 * DAY, imke)
    .open("Marram Row 2", "Marram Row", "filter at the kitchen faucet, a rented flat")
    .crew(tobias)
    .survey(surveys.marram)
    .design([{ key: "u1", model: "FD-1", parallel: 1 }], "Filter at the faucet")
    .sign("The tenant wants nothing fixed to the wall");
  const fits = times.ahead(27 * HOUR, HOUR);
  visit(marram, fits, fits + HOUR, tobias, "Fit at the faucet");
  return marram;
}

/** Signs a job's record as installer and householder. */
async function signRecord(d: DemoDesk, { signature, paper }: Making): Promise<void> {
  for (const [as, name] of [
    ["installer", "Tobias Rell"],
    ["householder", "The householder"],
  ] as const) {
    const drawn = d.keep("signature", await signature(name));
    const signs = { as, name, ...drawn, head: d.job.head };
    const stamp = { by: d.by, at: new Date(d.now).toISOString(), seq: d.job.seq + 1 };
    const signed = logKindOf("signed").apply(d.job, signs as never, stamp);
    const pictures = Object.fromEntries(d.files.map((f) => [f.id, f.content]));
    d.do({ kind: "signed", ...signs }, d.keep("paper", await paper(signed, d.now, pictures)));
  }
}

/**
 * Chapter 8's jobs and one at a faucet, so that every place where a unit connects is met; each at its
 * phase, alive relative to a moment.
 */
export async function demoJobs(
  knowledge: Knowledge,
  now: number,
  zone: string,
  people: DemoPeople,
  making: Making,
): Promise<{ readonly logs: readonly (readonly Entry[])[]; readonly files: readonly DemoFile[] }> {
  const view = await making.view();
  const scene: Scene = { ...people, knowledge, now, times: workingTimes(now, zone), view };
  const tern = ternJob(scene);
  await signRecord(tern, making);
  const jobs = [
    bakeryJob(scene),
    cottageJob(scene),
    flatsJob(scene),
    studioJob(scene),
    eelgrassJob(scene),
    smokehouseJob(scene),
    tern,
    innJob(scene),
    marramJob(scene),
  ];
  return { logs: jobs.map((d) => d.entries), files: jobs.flatMap((d) => d.files) };
}
