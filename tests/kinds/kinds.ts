import type { Arrangement, RegionState } from "@/core/rig";

/** A moment of a run: the part behind a unit of the rig, by its key, or the house's pipe. */
interface Moment {
  readonly rig?: Readonly<Record<string, RegionState>>;
  /** Minutes that its clock runs. */
  readonly clock?: number;
  /** Minutes that are predicted for it, from and to. */
  readonly predicted?: readonly [number, number];
}

/** A kind of job (handbook 9) as far as it is composed: what its run must hold and must not, and in which order. */
export interface Kind {
  readonly id: string;
  readonly title: string;
  readonly units: readonly string[];
  readonly answers?: Readonly<Record<string, string>>;
  readonly arrangement?: Arrangement;
  /** What this house's readings are, by step, where they are not the usual ones. */
  readonly readings?: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** What was judged of a reading, by step. */
  readonly judged?: Readonly<Record<string, "Good" | "Check" | "Stop" | "Unknown">>;
  /** Steps that must be there, in this order. Units are u1, u2 and so on, as listed. */
  readonly order: readonly (readonly string[])[];
  /** Steps that must not. */
  readonly absent: readonly string[];
  /** Is the household's pack to name a bypass. */
  readonly bypass: boolean;
  /** How the rig stands, what a clock runs for, and what is predicted, as the crew comes to a step. */
  readonly moments: Readonly<Record<string, Moment>>;
  /** What the household's pack names of its service. */
  readonly service: readonly string[];
  /** How the house is fed in the course of it. */
  readonly supply: readonly ("treated" | "notReady" | "partly" | "bypassed" | "off")[];
}

/** What only a job in the house's line has. */
const ofLine = [
  "site.cut",
  "site.inlet",
  "site.bypass",
  "site.restore",
  "site.order",
  "site.holdTest",
  "site.pressureAfter",
];
const ofHeater = ["site.heaterOffElectric", "site.hotAir", "site.heaterOn"];
/** What a job that leaves the house its water has none of. */
const leavesWater = [...ofLine, ...ofHeater, "site.drainDown", "site.tell", "site.tellHouse"];
const aside = ["site.boxes", "site.routeAside", "site.pressureBefore"];
const closing = ["site.leakLast", "site.everyday", "site.clearAside", "site.walkAside"];
const house = ["site.tell", "site.heaterOffElectric", "site.drainDown", "site.cut", "site.inlet"];

export const kinds: readonly Kind[] = [
  {
    id: "K1",
    title: "Direct RO with a mineral cartridge on its product line",
    units: ["RO-D", "RM-1"],
    order: [
      [...aside, "site.tellStop", "u1.stops", "u1.faucet", "u1.ports", "u1.filters", "u1.water"],
      ["u1.water", "u1.plug", "u1.run", "u1.tds", ...closing],
      ["u2.fit", "u2.dry", "u2.run"],
    ],
    absent: [...leavesWater, "u2.stops", "u1.discard"],
    bypass: false,
    moments: {
      "u1.water": { rig: { house: "charged", "u1.pre": "empty" } },
      "u1.plug": { rig: { "u1.pre": "charged" } },
      "u1.autoFlush": { clock: 5 },
      "u1.run": { clock: 30 },
      "u1.tds": { rig: { u1: "flowing", u2: "flowing" } },
      "site.walkAside": { rig: { house: "charged", "u1.pre": "charged" } },
    },
    service: ["Change the mineral cartridge", "Change the membrane"],
    supply: ["bypassed"],
  },
  {
    id: "K2",
    title: "LED reactor fed by a tee with a shut-off",
    units: ["PL-2"],
    order: [
      [...aside, "site.tellStop", "u1.stops", "u1.fit", "u1.dry", "u1.run", "u1.indicator", ...closing],
    ],
    absent: leavesWater,
    bypass: false,
    moments: {
      "u1.dryFirst": { rig: { house: "charged", u1: "empty" } },
      "u1.run": { rig: { u1: "charged" }, clock: 1 },
      "u1.flow": { rig: { u1: "flowing" } },
    },
    service: ["Change the reactor"],
    supply: ["bypassed"],
  },
  {
    id: "K3",
    title: "RO with tank, pre-filters rinsed before the membrane goes in",
    units: ["RO-T4"],
    order: [
      [...aside, "site.tellStop", "u1.stops", "u1.faucet", "u1.feedTee", "u1.saddle", "u1.precharge"],
      ["u1.filtersApart", "u1.firstStages", "u1.thirdStage", "u1.allStages", "u1.membrane", "u1.open"],
      ["u1.open", "u1.dry", "u1.rinse", "u1.discard"],
      ["u1.discard", "u1.lastFill", "u1.tds", ...closing],
    ],
    absent: leavesWater,
    bypass: false,
    moments: {
      "u1.firstStages": { rig: { "u1.pre": "empty", u1: "empty" } },
      "u1.allStages": { rig: { "u1.pre": "relieved", u1: "empty" } },
      "u1.membraneSerial": { rig: { "u1.pre": "relieved" } },
      "u1.rinse": { rig: { "u1.pre": "charged" }, clock: 30 },
      "u1.discard": { predicted: [90, 180] },
      "u1.tds": { rig: { "u1.pre": "charged", house: "charged" } },
    },
    service: ["Sanitise the housings at the filter change", "Empty the tank if it stood unused"],
    supply: ["bypassed"],
  },
  {
    id: "K4",
    title: "Carbon tank and conditioner behind a sediment housing",
    units: ["PS-20", "CT-1354", "CN-40"],
    order: [
      ["site.boxes", "site.route", ...house, "site.bypass", "site.restore", "site.order"],
      ["site.tell", "u2.fillHose", "u2.soak", "site.drainDown"],
      ["u2.fillHose", "u2.soak", "u2.trickle", "u2.reverse", "u2.join", "u2.service"],
      ["u1.fill", "u1.dry", "u1.flush"],
      ["u3.fill", "u3.dry", "u3.soak", "u3.flush", "u3.trickle", "u2.service", "u2.leak"],
      [
        "site.leakQuarter",
        "site.holdTest",
        "site.pressureAfter",
        "site.hotAir",
        "site.heaterOn",
        "site.walk",
      ],
    ],
    absent: ["site.tellStop", "site.leakLast", "site.walkAside", "site.mainBack"],
    bypass: true,
    moments: {
      "u2.soak": { clock: 2880 },
      "u2.trickle": { clock: 45 },
      "u2.reverse": { clock: 3 },
      "u1.fill": { rig: { house: "charged", u1: "empty", u2: "empty", u3: "empty" } },
      "u3.soak": { rig: { u3: "charged", u2: "empty" }, clock: 60 },
      "u3.flush": { clock: 5 },
      "u3.trickle": { rig: { u2: "empty" }, clock: 60 },
      "u2.leak": { rig: { u2: "flowing" } },
      "site.pressureAfter": { rig: { u1: "trapped", u2: "trapped", u3: "trapped", house: "charged" } },
      "site.walk": { rig: { u1: "charged", u2: "charged", u3: "charged", house: "charged" } },
    },
    service: ["Change the carbon", "Test chlorine before and after"],
    supply: ["bypassed", "off", "notReady", "partly", "treated"],
  },
  {
    id: "K7",
    title: "Direct RO with a lamp on its product line and a leak-stop valve on its feed",
    units: ["RO-D", "PL-1", "LS-1"],
    order: [
      ["u1.stops", "u1.ports", "u1.water", "u1.plug", "u1.run"],
      ["u1.water", "site.leakLast", "u3.pad", "site.walkAside"],
      ["u2.fitLine", "u2.dryOnLine", "u2.run"],
    ],
    absent: [...leavesWater, "u2.stops", "u3.stops"],
    bypass: false,
    moments: {
      "u1.plug": { rig: { u3: "charged", "u1.pre": "charged" } },
      "u1.autoFlush": { clock: 5 },
      "u2.indicator": { rig: { u2: "flowing" } },
      "u3.pad": { rig: { u3: "charged" } },
    },
    service: ["Change the lamp, reset its counter", "Change the pad, wet it to see that it shuts"],
    supply: ["bypassed"],
  },
  {
    id: "K8",
    title: "Three housings in a row, no bypass",
    units: ["CH-3"],
    arrangement: "none",
    order: [
      ["site.tellOff", ...house.slice(1), "u1.bracket", "u1.join", "u1.cartridges", "u1.bowls", "site.order"],
      ["u1.fill", "u1.dry", "u1.flush", "site.leakQuarter", "site.holdTest", "site.walkShutOff"],
    ],
    absent: ["site.tell", "site.bypass", "site.restore", "site.walk", "site.staysOff"],
    bypass: false,
    moments: {
      "u1.fill": { rig: { house: "empty", u1: "empty" } },
      "u1.flush": { rig: { u1: "flowing" }, clock: 10 },
      "site.pressureAfter": { rig: { u1: "trapped", house: "trapped" } },
      "site.walkShutOff": { rig: { house: "charged" } },
    },
    service: ["Change the cartridge"],
    supply: ["bypassed", "off", "notReady", "treated"],
  },
  {
    id: "K9",
    title: "Faucet diverter with ceramic",
    units: ["FD-1"],
    answers: { "faucet.thread": "outside" },
    order: [["site.boxes", "site.routeAside", "u1.fit", "u1.dry", "u1.run", "u1.ceramic", ...closing]],
    absent: [...leavesWater, "site.tellStop", "site.tellHost", "site.hardnessBefore", "u1.stops"],
    bypass: false,
    moments: {
      "u1.run": { rig: { house: "charged" }, clock: 3 },
    },
    service: ["Wash the ceramic"],
    supply: ["bypassed"],
  },
  {
    id: "K10",
    title: "Under-sink cartridge in a loop",
    units: ["PF-1"],
    answers: { "sink.coldStop": "yes" },
    order: [[...aside, "site.tellStop", "u1.stops", "u1.fit", "u1.dry", "u1.run", ...closing]],
    absent: leavesWater,
    bypass: false,
    moments: {
      "u1.dryFirst": { rig: { u1: "empty" } },
      "u1.run": { rig: { u1: "charged" }, clock: 5 },
      "u1.flow": { rig: { u1: "flowing" } },
    },
    service: ["Change the cartridge"],
    supply: ["bypassed"],
  },
  {
    id: "K11",
    title: "Manual softener for one appliance, no valve of its own ahead",
    units: ["MS-2"],
    order: [
      [...aside, "site.tellHouse", "site.heaterOffElectric", "site.drainDown", "u1.fit", "u1.hose"],
      [
        "u1.hose",
        "site.mainBack",
        "u1.dry",
        "u1.brine",
        "u1.rest",
        "u1.regenerate",
        "u1.rinse",
        "u1.service",
      ],
      ["u1.hardness", "site.leakLast", "site.hotAir", "site.heaterOn", "site.everyday", "site.walkAside"],
    ],
    absent: [...ofLine, "site.tell", "site.tellStop", "u1.stops"],
    bypass: false,
    moments: {
      "u1.fit": { rig: { house: "empty" } },
      "u1.rest": { rig: { u1: "charged" }, clock: 60 },
      "u1.regenerate": { clock: 15 },
      "u1.rinse": { rig: { u1: "flowing" }, clock: 5 },
      "u1.hardness": { rig: { u1: "charged", house: "charged" } },
    },
    service: ["Look at the levers and the drain tube"],
    supply: ["bypassed", "off"],
  },
  {
    id: "K13",
    title: "Softener with salt tank",
    units: ["SF-150"],
    order: [
      [
        ...house,
        "site.bypass",
        "site.restore",
        "u1.saltTank",
        "u1.valve",
        "u1.adapters",
        "u1.lines",
        "site.order",
      ],
      ["u1.plug", "u1.fill", "u1.dry", "u1.rinse", "u1.program", "u1.salt", "u1.dissolve", "u1.regenerate"],
      ["u1.regenerate", "site.leakQuarter", "site.holdTest", "site.walk"],
    ],
    absent: ["site.tellStop", "site.leakLast"],
    bypass: true,
    moments: {
      "u1.fill": { rig: { house: "charged", u1: "empty" } },
      "u1.rinse": { rig: { u1: "charged" }, clock: 5 },
      "u1.dissolve": { clock: 60 },
      "site.pressureAfter": { rig: { u1: "trapped", house: "charged" } },
      "site.walk": { rig: { u1: "charged" } },
    },
    service: ["Look at the salt", "Clean the brine injector"],
    supply: ["bypassed", "off", "notReady", "treated"],
  },
  {
    id: "K14",
    title: "Countertop RO",
    units: ["RO-C"],
    order: [
      ["u1.stops", "u1.drill", "u1.feed", "u1.drain", "u1.leak", "u1.ceramic", "u1.rinse", "u1.discard"],
    ],
    absent: leavesWater,
    bypass: false,
    moments: {
      "u1.leak": { rig: { "u1.pre": "empty" } },
      "u1.rinse": { rig: { "u1.pre": "charged" }, clock: 15 },
    },
    service: ["Wash the reservoir"],
    supply: ["bypassed"],
  },
  {
    id: "K17",
    title: "Five-stage RO on municipal water",
    units: ["RO-T5"],
    order: [
      ["site.pressureBefore", "u1.faucet", "u1.saddle", "u1.tubes", "u1.firstRinse", "u1.membrane"],
      ["u1.open", "u1.dry", "u1.rinse", "u1.discard", "u1.lastFill", "u1.tds", "u1.flows"],
    ],
    absent: [...leavesWater, "u1.leakStop"],
    bypass: false,
    moments: {
      "u1.membrane": { rig: { "u1.pre": "flowing", u1: "empty" } },
      "u1.rinse": { rig: { "u1.pre": "charged" }, clock: 30 },
      "u1.discard": { predicted: [60, 180] },
      "u1.silent": { clock: 5 },
    },
    service: ["Change sediment and carbon filters"],
    supply: ["bypassed"],
  },
  {
    id: "K18",
    title: "Five-stage RO with permeate pump and ice maker",
    units: ["RO-T5P", "IM-1"],
    order: [
      ["u1.membrane", "u1.open", "u1.dry", "u1.rinse", "u1.discard"],
      ["u2.fit", "u2.open", "u2.dry", "u2.first"],
    ],
    absent: [...leavesWater, "u2.stops"],
    bypass: false,
    moments: {
      "u1.discard": { predicted: [60, 180] },
      "u2.open": { rig: { "u1.pre": "charged" } },
    },
    service: ["Drain the tank if it stood unused", "Look along the tube for kinks and weeping"],
    supply: ["bypassed"],
  },
  {
    id: "K19",
    title: "High-output wall RO at a tee, with a booster",
    units: ["RO-H", "BP-3"],
    order: [
      [
        "site.pressureBefore",
        "u1.stops",
        "u1.mount",
        "u1.tubes",
        "u1.dry",
        "u1.waste",
        "u1.flushValve",
        "u1.tds",
      ],
      ["u2.fit", "u2.dry", "u2.power"],
    ],
    absent: leavesWater,
    bypass: false,
    moments: {
      "u2.relieved": { rig: { u2: "empty" } },
      "u2.power": { rig: { u2: "charged" } },
      "u1.waste": { clock: 35 },
      "u2.switch": { rig: { u2: "flowing" } },
    },
    service: ["Open the flush valve for half an hour", "Listen to the pump and its switch"],
    supply: ["bypassed"],
  },
  {
    id: "K21",
    title: "Scale-control media tank",
    units: ["SC-36"],
    order: [
      [...house, "u1.place", "u1.join", "site.order", "u1.fill", "u1.dome", "u1.dry", "u1.soak", "u1.clear"],
      ["u1.clear", "u1.purge"],
      ["u1.purge", "site.leakQuarter", "site.holdTest", "site.walk"],
    ],
    absent: ["site.tellStop", "site.leakLast"],
    bypass: true,
    moments: {
      "u1.fill": { rig: { u1: "empty", house: "charged" } },
      "u1.dome": { rig: { u1: "flowing" } },
      "u1.soak": { rig: { u1: "charged" }, clock: 1440 },
      "u1.relieved": { rig: { u1: "trapped", house: "charged" } },
      "u1.clear": { rig: { u1: "relieved" } },
      "site.walk": { rig: { u1: "charged" } },
    },
    service: ["Change the media"],
    supply: ["bypassed", "off", "treated"],
  },
  {
    id: "K12",
    title: "A three-valve bypass alone, before the tanks are joined",
    units: [],
    arrangement: "threeValve",
    answers: { "cutin.pipe": "pex" },
    order: [
      ["site.boxes", "site.routeBypass", ...house, "site.bypass", "site.gauge", "site.restore"],
      ["site.restore", "site.leakQuarter", "site.hotAir", "site.heaterOn", "site.everyday", "site.walk"],
    ],
    absent: ["site.route", "site.joined", "site.order", "site.holdTest", "site.pressureAfter", "site.bond"],
    bypass: false,
    moments: {
      "site.gauge": { rig: { house: "empty" } },
      "site.leakQuarter": { rig: { house: "charged" } },
    },
    service: [],
    supply: ["bypassed", "off"],
  },
  {
    id: "K20",
    title: "Motorised RO under the counter, its socket by an electrician",
    units: ["RO-M5"],
    answers: { "power.outlet": "none", "power.socket": "yes" },
    order: [
      ["site.socket", "u1.stops", "u1.ports", "u1.cartridges", "u1.membrane", "u1.water", "u1.dry"],
      ["u1.dry", "u1.splutter", "u1.plug", "u1.rinse", "u1.discard", "u1.silent", "u1.tds", ...closing],
    ],
    absent: [...leavesWater, "u1.pump", "u1.firstRinse"],
    bypass: false,
    moments: {
      "u1.plug": { rig: { "u1.pre": "flowing" } },
      "u1.rinse": { clock: 15 },
      "u1.discard": { predicted: [30, 180] },
    },
    service: ["Change the membrane"],
    supply: ["bypassed"],
  },
  {
    id: "K5",
    title: "The same in a tight closet, PEX main",
    units: ["PS-20", "CT-1354", "CN-40"],
    answers: { "cutin.pipe": "pex", "wall.substrate": "metalStud,concrete" },
    order: [
      ["site.boardMetal", "site.boardConcrete", "u1.bracket", "site.joined"],
      ["site.joined", "site.order", "u1.fill", "u1.dryFirst", "u1.dry", "u1.flush"],
      ["u3.fill", "u3.dryFirst", "u3.dry", "u3.soak", "u3.flush", "u3.trickle", "u2.service", "u2.leak"],
    ],
    absent: ["site.tellStop", "site.tellOff", "site.leakLast", "site.boardWood", "site.boardMasonry"],
    bypass: true,
    moments: {
      "u2.soak": { clock: 2880 },
      "u3.soak": { rig: { u3: "charged", u2: "empty" }, clock: 60 },
      "u3.flush": { clock: 5 },
      "u3.trickle": { rig: { u2: "empty" }, clock: 60 },
      "site.walk": { rig: { u1: "charged", u2: "charged", u3: "charged" } },
    },
    service: ["Change the carbon"],
    supply: ["bypassed", "off", "notReady", "partly", "treated"],
  },
  {
    id: "K6",
    title: "Sediment housing and two tanks, plain shut-offs, no bypass",
    units: ["PS-20", "CT-P10", "CN-P10"],
    arrangement: "none",
    order: [
      ["site.tellOff", ...house.slice(1), "u1.join", "site.order", "u1.fill", "u1.dryFirst", "u1.dry"],
      ["u2.fill", "u2.dryFirst", "u2.dry", "u2.purge", "u3.fill", "u3.dryFirst", "u3.dry", "u3.purge"],
      ["u3.purge", "site.leakQuarter", "site.holdTest", "site.walkShutOff"],
    ],
    absent: [
      "site.tell",
      "site.bypass",
      "site.restore",
      "site.joined",
      "site.walk",
      "u2.soak",
      "u2.service",
      "u3.soak",
      "u3.trickle",
    ],
    bypass: false,
    moments: {
      "u1.fill": { rig: { house: "empty" } },
      "u2.fill": { rig: { u1: "flowing", u2: "empty" } },
      "u2.purge": { rig: { u3: "empty" }, clock: 5 },
      "u3.purge": { rig: { u3: "flowing" }, clock: 5 },
    },
    service: ["Change the carbon"],
    supply: ["bypassed", "off", "notReady", "partly", "treated"],
  },
  {
    id: "K15",
    title: "Rack of sediment, carbon and UV on a well that is not safe",
    units: ["UR-30"],
    answers: { "source.kind": "well", "water.coliform": "present", "takeoff.outdoor": "before" },
    order: [
      ["site.staysOff", "u1.sleeve", "u1.cartridges", "u1.lamp", "site.order", "u1.fill", "u1.dryFirst"],
      ["u1.dryFirst", "u1.full", "u1.dry", "u1.power", "u1.told", "u1.dose", "u1.contact", "u1.service"],
    ],
    absent: ["site.restore", "site.mainBack", "site.tellStop"],
    bypass: false,
    moments: {
      "u1.fill": { rig: { u1: "empty", house: "empty" } },
      "u1.power": { rig: { u1: "charged", house: "empty" } },
      "u1.reached": { rig: { u1: "flowing", house: "flowing" } },
      "u1.contact": { clock: 1440 },
      "u1.residual": { rig: { u1: "charged", house: "relieved" } },
      "site.walk": { rig: { u1: "charged", house: "charged" } },
    },
    service: ["Change the lamp, clean the sleeve", "Bacteria sample"],
    supply: ["bypassed", "off", "notReady", "treated"],
  },
  {
    id: "K16",
    title: "UV chamber behind its pre-treatment, with an RO, on a well that is not safe",
    units: ["PS-20", "SF-150", "UV-45", "RO-T5"],
    answers: {
      "source.kind": "well",
      "water.coliform": "present",
      "cutin.pipe": "pex",
      "cutin.size": "3/4",
      "behind.coldLength": "40 m",
      "behind.hotLength": "30 m",
      "behind.age": "existing",
      "behind.bleach": "5 %",
      "heater.volume": "180 L",
    },
    readings: { "u3.dose": { poured: "230 mL", strength: "5 %" } },
    judged: { "u3.dose": "Good" },
    order: [
      ["site.staysOff", "site.joined", "site.order", "u1.fill", "u1.dry", "u1.flush", "u2.fill", "u2.rinse"],
      ["u3.fill", "u3.dryFirst", "u3.full", "u3.dry", "u3.power", "u3.branches", "u3.dose", "u3.contact"],
      ["u3.contact", "u3.residual", "u3.flushOut", "u3.proved", "u3.service", "u4.firstRinse", "u4.open"],
    ],
    absent: ["site.restore", "u4.leakStop"],
    bypass: false,
    moments: {
      "u1.flush": { rig: { u1: "charged", u3: "empty", house: "empty" } },
      "u3.power": { rig: { u3: "charged", house: "empty" } },
      "u3.dose": { rig: { house: "empty", "u4.pre": "empty" } },
      "u3.reached": { rig: { u3: "flowing", house: "flowing", "u4.pre": "empty" } },
      "u3.contact": { rig: { "u4.pre": "empty" }, clock: 30 },
      "u3.residual": { rig: { u3: "charged", house: "relieved" } },
      "u4.firstRinse": { rig: { u3: "flowing", house: "flowing", "u4.pre": "empty" } },
      "u4.discard": { predicted: [90, 180] },
      "site.walk": { rig: { u1: "charged", u2: "charged", u3: "charged", house: "charged" } },
    },
    service: ["Change the lamp, clean the sleeve", "Clean the brine injector", "Change the membrane"],
    supply: ["bypassed", "off", "notReady", "treated"],
  },
];
