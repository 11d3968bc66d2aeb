import type { Actor, Knowledge } from "../../core/job";
import type { Entry } from "../../core/log";
import { ulid } from "ulid";

import { DAY, DemoDesk, HOUR, MIN } from "./desk";

export interface DemoPeople {
  readonly imke: Actor;
  readonly tobias: Actor;
  readonly adaeze: Actor;
}
export interface DemoFile {
  readonly job: string;
  readonly id: string;
  readonly content: Buffer;
}
/** Makes a signature's picture and its hash. */
export type Signature = (name: string) => Promise<{ readonly content: Buffer; readonly sha256: string }>;

const municipal = {
  "source.kind": "municipal",
  "source.season": "year",
  "water.coliform": "absent",
  "water.ecoli": "absent",
  "water.chloramine": "<0.05 mg/L",
  "water.sulphide": "ND",
  "power.outlet": "protected",
  "drain.airGap": "yes",
  "cutin.pipe": "copperL",
};
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

/** Chapter 8's jobs, each at its phase, alive relative to a moment. */
export async function demoJobs(
  knowledge: Knowledge,
  now: number,
  { imke, tobias, adaeze }: DemoPeople,
  signature: Signature,
): Promise<{ readonly logs: readonly (readonly Entry[])[]; readonly files: readonly DemoFile[] }> {
  const files: DemoFile[] = [];
  const begin = (ago: number, by: Actor) => new DemoDesk(knowledge, now - ago, by);
  const visit = (d: DemoDesk, from: number, to: number, person: Actor, what: string) =>
    d.do({
      kind: "visitPlanned",
      visit: ulid(d.now),
      from: new Date(from).toISOString(),
      to: new Date(to).toISOString(),
      person: { id: person.id, name: person.name },
      what,
    });

  const bakery = begin(9 * DAY, imke)
    .open("Pell Lane bakery", "Mill house, Pell Lane", "carbon, softener, drinking RO in the flour loft")
    .survey({
      ...municipal,
      "source.static": "58 psi",
      "source.flowing": "54 psi",
      "source.flowingAt": "9 gpm",
      "source.night": "64 psi",
      "cutin.size": "3/4",
      "cutin.inlet": "left",
      "takeoff.outdoor": "before",
      "heater.kind": "electric",
      "heater.volume": "80 gal",
      "power.distance": "4 ft",
      "drain.kind": "floor",
      "wall.substrate": "masonry,plywood",
      "space.width": "7 ft",
      "space.height": "8 ft",
      "space.depth": "30 in",
      "frost.risk": "no",
      "frost.ambient": "55 °F",
      "household.daily": "230 gal",
      "household.drinkers": "5",
      "fixture.kitchenSink": "2",
      "fixture.lavatory": "2",
      "fixture.toilet": "1",
      "fixture.dishwasher": "1",
      "together.kitchenSink": "2",
      "together.dishwasher": "1",
      "hours.from": "13:00",
      "hours.to": "17:00",
      "sink.coldStop": "yes",
      "sink.hotStop": "yes",
      "sink.rise": "19 ft",
      "sink.worktop": "steel",
      "water.hardness": "22 gpg",
      "water.iron": "0.08",
      "water.ironForm": "ferrous",
      "water.manganese": "<0.02",
      "water.ph": "7.4",
      "water.alkalinity": "210",
      "water.tds": "420",
      "water.temperature": "52 °F",
      "water.chlorine": "1.1",
      "water.turbidity": "0.4",
      "water.tannin": "<0.1",
      "water.nitrate": "12",
      "water.nitrateAs": "NO3",
      "water.lead": "1 µg/L",
      "water.copper": "0.1",
      "water.taste": "no",
    })
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
  visit(bakery, now - 45 * HOUR, now - 41 * HOUR, tobias, "Bypass, softener, start the soak");
  visit(bakery, now + 4 * HOUR, now + 6.2 * HOUR, tobias, "Rinse the carbon, join, start up");
  bakery.by = tobias;
  bakery.now = now - 45.6 * HOUR;
  bakery.do({ kind: "runStarted" }).work("u1.soak", readings);
  bakery.now = now - 44.4 * HOUR;
  bakery
    .do({ kind: "clockStarted", step: "u1.soak" })
    .work("u2.lines", readings, { "SF-150.serial": "SM-20417" });

  const cottage = begin(4 * DAY, imke)
    .open("Kittle Point lighthouse cottage", "Kittle Point", "well; UV after iron and hardness")
    .survey({
      "source.kind": "well",
      "source.season": "year",
      "source.static": "42 psi",
      "source.cutIn": "40 psi",
      "source.yield": "9 gpm",
      "source.flowing": "38 psi",
      "source.flowingAt": "7 gpm",
      "cutin.pipe": "pex",
      "cutin.size": "3/4",
      "heater.kind": "electric",
      "heater.volume": "40 gal",
      "power.outlet": "protected",
      "drain.airGap": "yes",
      "wall.substrate": "woodStud",
      "frost.risk": "yes",
      "frost.ambient": "34 °F",
      "household.persons": "3",
      "fixture.bathroomGroup": "1",
      "fixture.kitchenSink": "1",
      "fixture.clothesWasher": "1",
      "together.shower": "1",
      "together.kitchenSink": "1",
      "water.hardness": "310 mg/L",
      "water.iron": "0.9",
      "water.ironForm": "ferrous",
      "water.manganese": "0.03",
      "water.ph": "7.1",
      "water.alkalinity": "190",
      "water.tds": "460",
      "water.temperature": "48 °F",
      "water.turbidity": "0.8",
      "water.tannin": "0.05",
      "water.uvt": "78 %",
      "water.sulphide": "ND",
      "water.chlorine": "<0.02",
      "water.coliform": "present",
      "water.ecoli": "absent",
    });
  const report = (d: DemoDesk, day: number, values: Record<string, string>) =>
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
  report(cottage, 40, {
    "water.hardness": "325 mg/L",
    "water.iron": "1.2 mg/L",
    "water.manganese": "0.04 mg/L",
    "water.ph": "7.0",
    "water.turbidity": "1.1 NTU",
    "water.coliform": "present",
    "water.ecoli": "absent",
  });
  report(cottage, 6, {
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

  const flats = begin(6 * DAY, imke)
    .open("Old Customs House flats", "Quay Street", "nine bathrooms, two tanks side by side")
    .survey({
      ...municipal,
      "source.static": "84 psi",
      "source.flowing": "70 psi",
      "source.flowingAt": "20 gpm",
      "cutin.size": "1-1/4",
      "heater.kind": "gas",
      "wall.substrate": "concrete,metalStud",
      "space.width": "6 ft",
      "space.depth": "24 in",
      "household.persons": "19",
      "fixture.bathroomGroup": "9",
      "fixture.kitchenSink": "9",
      "fixture.clothesWasher": "4",
      "water.hardness": "16 gpg",
      "water.iron": "0.05",
      "water.manganese": "<0.02",
      "water.ph": "7.6",
      "water.alkalinity": "180",
      "water.tds": "380",
      "water.temperature": "54 °F",
      "water.chlorine": "0.7",
      "water.turbidity": "0.3",
    })
    .design(
      [
        { key: "u1", model: "KT-1354", parallel: 2 },
        { key: "u2", model: "SF-300", parallel: 2 },
      ],
      "Two tanks side by side",
    );
  visit(flats, now + 26 * HOUR, now + 28 * HOUR, adaeze, "Fit the 24-hour gauge");

  const studio = begin(5 * DAY, imke)
    .open("Ropewalk Studio", "Ropewalk 3", "direct RO and LED reactor, stone worktop")
    .survey({
      ...municipal,
      "source.static": "62 psi",
      "source.flowing": "54 psi",
      "source.flowingAt": "5 gpm",
      "cutin.size": "3/4",
      "heater.kind": "instant",
      "sink.coldStop": "yes",
      "sink.hotStop": "yes",
      "sink.rise": "3 ft",
      "sink.hole": '1-3/8"',
      "sink.worktop": "stone",
      "household.persons": "2",
      "household.drinkers": "2",
      "fixture.kitchenSink": "1",
      "fixture.lavatory": "1",
      "fixture.toilet": "1",
      "water.hardness": "6 gpg",
      "water.iron": "<0.05",
      "water.manganese": "<0.02",
      "water.ph": "7.3",
      "water.tds": "340",
      "water.temperature": "54 °F",
      "water.chlorine": "0.4",
      "water.turbidity": "0.3",
      "water.uvt": "94 %",
      "water.nitrate": "9",
      "water.nitrateAs": "NO3",
      "water.lead": "7 µg/L",
    })
    .design(
      [
        { key: "u1", model: "RO-D", parallel: 1 },
        { key: "u2", model: "PL-2", parallel: 1 },
      ],
      "Direct RO, then the reactor",
    )
    .sign("Checked on the phone with the studio");
  visit(studio, now - 75 * MIN, now + 95 * MIN, tobias, "Install and start up");
  studio.by = tobias;
  studio.now = now - 74 * MIN;
  studio.do({ kind: "runStarted" }).work("site.drainDown", {
    ...readings,
    staticPressure: { pressure: "61 psi" },
    rawWater: { hardness: "6 gpg" },
  });

  const eelgrass = begin(3 * DAY, adaeze);
  eelgrass.by = imke;
  eelgrass
    .open("Eelgrass Court 4B", "Eelgrass Court", "manual softener for one washing machine")
    .survey({
      ...municipal,
      "source.static": "52 psi",
      "source.flowing": "44 psi",
      "source.flowingAt": "4 gpm",
      "cutin.size": "1/2",
      "heater.kind": "none",
      "household.persons": "1",
      "fixture.clothesWasher": "1",
      "water.hardness": "19 gpg",
      "water.iron": "<0.1",
      "water.manganese": "<0.02",
      "water.ph": "7.5",
      "water.tds": "390",
      "water.temperature": "55 °F",
      "water.chlorine": "0.3",
      "water.turbidity": "0.3",
      "water.nitrate": "8",
      "water.nitrateAs": "NO3",
      "water.lead": "1 µg/L",
      "water.copper": "0.1",
    })
    .design([{ key: "u1", model: "MS-2", parallel: 1 }], "Manual softener")
    .sign("One appliance only");
  visit(eelgrass, now + 47 * HOUR, now + 49 * HOUR, adaeze, "Fit and first regeneration");

  const smokehouse = begin(30 * DAY, imke)
    .open("Hollin Weir smokehouse", "Hollin Weir", "high-output RO with float valve")
    .survey({
      ...municipal,
      "source.static": "27.6 psi",
      "source.flowing": "25 psi",
      "source.flowingAt": "3 gpm",
      "cutin.size": "3/4",
      "heater.kind": "gas",
      "sink.rise": "0 ft",
      "household.drinkers": "8",
      "household.daily": "300 gal",
      "fixture.kitchenSink": "2",
      "fixture.hoseBib": "1",
      "water.hardness": "8 gpg",
      "water.iron": "<0.05",
      "water.manganese": "<0.02",
      "water.ph": "7.2",
      "water.tds": "520",
      "water.temperature": "50 °F",
      "water.chlorine": "0.4",
      "water.turbidity": "0.3",
      "water.nitrate": "20",
      "water.nitrateAs": "NO3",
      "water.lead": "1 µg/L",
      "water.copper": "0.1",
    })
    .design([{ key: "u1", model: "RO-H", parallel: 1, place: "smoke yard" }], "High-output RO")
    .sign("The owner wants to start without a booster and see");
  smokehouse.by = adaeze;
  smokehouse.now = now - 22 * HOUR;
  visit(smokehouse, now - 23 * HOUR, now - 18 * HOUR, adaeze, "Install and start up");
  smokehouse.do({ kind: "runStarted" }).work("site.leakQuarter", {
    ...readings,
    staticPressure: { pressure: "27.6 psi" },
    rawWater: { hardness: "8 gpg" },
    rejection: { feed: "520", product: "40" },
    roFlows: { product: "0.09 L/min", drain: "0.81 L/min", pressure: "27 psi", temperature: "50 °F" },
  });

  const tern = begin(240 * DAY, imke)
    .open("Tern Street 12", "Tern Street", "cartridge rack")
    .survey({
      ...municipal,
      "source.static": "60 psi",
      "source.flowing": "52 psi",
      "source.flowingAt": "6 gpm",
      "cutin.size": "3/4",
      "heater.kind": "gas",
      "household.persons": "2",
      "fixture.bathroomGroup": "1",
      "fixture.kitchenSink": "1",
      "water.hardness": "5 gpg",
      "water.iron": "<0.05",
      "water.manganese": "<0.02",
      "water.ph": "7.4",
      "water.tds": "290",
      "water.temperature": "53 °F",
      "water.chlorine": "0.6",
      "water.turbidity": "1.4",
      "water.nitrate": "6",
      "water.nitrateAs": "NO3",
      "water.lead": "1 µg/L",
      "water.copper": "0.1",
    })
    .design([{ key: "u1", model: "CH-3", parallel: 1 }], "Three housings")
    .sign("As surveyed");
  tern.by = tobias;
  tern.now = now - 236 * DAY;
  tern.do({ kind: "runStarted" }).work(undefined, {
    ...readings,
    staticPressure: { pressure: "60 psi" },
    rawWater: { hardness: "5 gpg" },
    trainLoss: { before: "57 psi", after: "55.8 psi", flow: "4 gpm" },
  });
  for (const [as, name] of [
    ["installer", "Tobias Rell"],
    ["householder", "The householder"],
  ] as const) {
    const made = await signature(name);
    const file = ulid(tern.now);
    files.push({ job: tern.id, id: file, content: made.content });
    tern.do({ kind: "signed", as, name, file, sha256: made.sha256, head: tern.job.head });
  }

  const inn = begin(20 * HOUR, imke)
    .open("Ferryman's Rest inn", "Ferry Landing", "scale control and three housings")
    .survey({
      "source.kind": "municipal",
      "source.static": "66 psi",
      "cutin.pipe": "copperM",
      "cutin.size": "1",
      "heater.kind": "gas",
      "wall.substrate": "masonry",
      "fixture.bathroomGroup": "4",
      "fixture.kitchenSink": "2",
      "fixture.dishwasher": "2",
      "water.hardness": "15–17 gpg",
      "water.chlorine": "0.6",
    });
  visit(inn, now + 2.2 * HOUR, now + 4.6 * HOUR, adaeze, "Finish the survey");

  return {
    logs: [bakery, cottage, flats, studio, eelgrass, smokehouse, tern, inn].map((d) => d.entries),
    files,
  };
}
