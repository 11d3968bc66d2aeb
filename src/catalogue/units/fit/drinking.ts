import type { UnitFit } from "../../../core/families";
import type { UnitModel } from "../../../core/families";
import { barb, body, ferrule, hose, plasticThread, tankPort, tube } from "./parts";

type StartUp = NonNullable<UnitModel["startUp"]>;
export interface Fitted {
  readonly fit: UnitFit;
  readonly startUp?: StartUp;
  readonly waterL?: number;
}

const cutter = "tube cutter";
const drill = "drill with depth stop";
const wrenches = "two wrenches";
const glass = "clear glass";
const faucetHole = { faucetLeast: 12.7, faucetMost: 38.1, topLeast: 19, topMost: 31.8 };
const feedSet = "feed adapter with valve and converter";
const saddleSet = "drain saddle with pad";

const yearly = (what: string) => ({ what, months: 12 });
const carbonYearly = [
  { what: "Change sediment and carbon filters", months: 12, litres: 6000 },
  { what: "Sanitise the housings at the filter change", months: 12 },
];
const tankRoService = [
  ...carbonYearly,
  { what: "Change the membrane", months: 36 },
  { what: "Empty the tank if it stood unused", months: 0.25 },
];

/** Ports of a unit with a tank, on one side or the other. */
const tankRoPorts = (
  side: "left" | "right",
  seal: "O-ring" | "tape",
  colours: readonly [string, string, string, string],
) => [
  tube("Feed", colours[0], side, 60, 260),
  tube("Drain", colours[1], side, 20, 260),
  tube("Tank tube", colours[2], side, -20, 260),
  tube("Faucet", colours[3], side, -60, 260),
  tankPort(seal),
];

/** A storage tank beside its unit. */
const smallTank = body(230, 230, 350);
const usualTank = body(280, 280, 380);

/** How drinking-water units are fitted, by their code. */
export const drinkingFits: Readonly<Record<string, Fitted>> = {
  "RO-T4": {
    fit: {
      ports: tankRoPorts("right", "tape", ["red", "black", "yellow", "blue"]),
      body: body(380, 150, 400),
      storageTank: smallTank,
      free: { below: 100, front: 200 },
      holes: {
        faucetLeast: 12.5,
        faucetMost: 38.1,
        topLeast: 19,
        topMost: 31.8,
        saddle: 5,
        screws: 4,
        spacing: 152,
      },
      box: [
        "unit with empty bowls",
        "membrane in its bag",
        "tank",
        "faucet",
        feedSet,
        saddleSet,
        "four tubes",
      ],
      notInBox: ["wall screws"],
      tools: [drill, "bit for the saddle", "bit for the faucet", cutter, wrenches, "measured vessel", glass],
      service: tankRoService,
    },
    startUp: { rinseLitres: 5.7, rinseLitresNext: 4 },
  },
  "RO-T5": {
    fit: {
      ports: tankRoPorts("left", "O-ring", ["white", "red", "green", "blue"]),
      body: body(400, 160, 420),
      storageTank: usualTank,
      free: { below: 100, front: 200 },
      holes: { ...faucetHole, saddle: 6.4, screws: 4, spacing: 178 },
      box: [
        "unit",
        "membrane",
        "tank with its valve",
        "faucet",
        feedSet,
        saddleSet,
        "five tubes",
        "wall screws",
      ],
      tools: [drill, "bit for the saddle", cutter, wrenches, "bucket", glass],
      service: tankRoService,
    },
    startUp: { rinseLitres: 6 },
  },
  "RO-T5P": {
    fit: {
      ports: [
        ...tankRoPorts("right", "tape", ["orange", "grey", "yellow", "blue"]),
        tube("Pump, brine out", "grey", "bottom", 30, 80),
      ],
      body: body(400, 160, 440),
      storageTank: usualTank,
      free: { below: 110, front: 200 },
      holes: { faucetLeast: 11, faucetMost: 32, saddle: 6.4, screws: 4, spacing: 178 },
      box: [
        "unit",
        "permeate pump on its bracket",
        "membrane",
        "tank",
        "faucet",
        feedSet,
        saddleSet,
        "tubes",
        "wall screws",
      ],
      tools: [drill, "bit for the saddle", "alignment pin", cutter, wrenches, glass],
      service: [
        yearly("Change sediment and carbon filters, with sanitising"),
        { what: "Change the membrane", months: 48 },
        { what: "Drain the tank if it stood unused", months: 0.25 },
      ],
    },
  },
  "RO-T5A": {
    fit: {
      ports: [
        ...tankRoPorts("left", "tape", ["orange", "black", "yellow", "white"]),
        barb("Air gap, small", "1/4 in", "bottom", 12, 0),
        barb("Air gap, large", "3/8 in", "bottom", -12, 0),
      ],
      body: body(400, 160, 420),
      storageTank: usualTank,
      free: { below: 110, front: 200 },
      holes: { faucetLeast: 30, faucetMost: 34, saddle: 9.5, screws: 4, spacing: 178 },
      box: [
        "unit",
        "membrane",
        "tank",
        "air-gap faucet with two barbs",
        feedSet,
        "wide drain saddle",
        "tubes",
        "wall screws",
      ],
      tools: [drill, "bit for the saddle", "alignment pin", cutter, wrenches, glass],
      service: tankRoService,
    },
  },
  "RO-T5B": {
    fit: {
      ports: [
        ...tankRoPorts("left", "O-ring", ["red", "black", "green", "blue"]),
        tube("Pump, in", "red", "bottom", 0, 60),
      ],
      body: body(420, 180, 440),
      storageTank: usualTank,
      free: { below: 120, front: 200 },
      holes: { ...faucetHole, saddle: 6.4, screws: 5, spacing: 200 },
      box: [
        "unit with its pump",
        "pressure switch",
        "power pack",
        "membrane",
        "tank",
        "faucet",
        feedSet,
        saddleSet,
        "tubes",
      ],
      notInBox: ["wall screws"],
      tools: [drill, "bit for the saddle", cutter, wrenches, glass],
      plug: "power pack, 110 to 240 V, 24 V DC",
      service: [...tankRoService, yearly("Listen to the pump and its switch")],
    },
  },
  "RO-T6": {
    fit: {
      ports: [
        ...tankRoPorts("right", "O-ring", ["white", "red", "green", "blue"]),
        tube("Minerals, out", "blue", "top", 40, 420),
      ],
      body: body(420, 170, 430),
      storageTank: usualTank,
      free: { below: 100, front: 200 },
      holes: { ...faucetHole, saddle: 6.4, screws: 4, spacing: 190 },
      box: [
        "unit with its mineral cartridge",
        "membrane",
        "tank with its valve",
        "faucet",
        feedSet,
        saddleSet,
        "six tubes",
        "wall screws",
      ],
      tools: [drill, "bit for the saddle", cutter, wrenches, glass],
      service: [...tankRoService, { what: "Change the mineral cartridge", months: 12, litres: 4000 }],
    },
  },
  "RO-T6P": {
    fit: {
      ports: [
        ...tankRoPorts("left", "tape", ["white", "grey", "green", "blue"]),
        tube("Pump, brine out", "grey", "bottom", 30, 80),
        tube("Minerals, out", "blue", "top", 40, 430),
      ],
      body: body(430, 180, 450),
      storageTank: usualTank,
      free: { below: 120, front: 200 },
      holes: { faucetLeast: 11, faucetMost: 32, saddle: 6.4, screws: 4, spacing: 190 },
      box: [
        "unit with its mineral cartridge",
        "permeate pump",
        "membrane",
        "tank",
        "faucet",
        feedSet,
        saddleSet,
        "tubes",
      ],
      notInBox: ["wall screws"],
      tools: [drill, "bit for the saddle", "alignment pin", cutter, wrenches, glass],
      service: [...tankRoService, { what: "Change the mineral cartridge", months: 12, litres: 4000 }],
    },
  },
  "RO-D4": {
    fit: {
      ports: [
        tube("In", "white", "back", 40, 60),
        tube("Out", "blue", "back", 0, 60),
        tube("Waste", "red", "back", -40, 60),
      ],
      body: body(140, 420, 380),
      free: { around: 30, front: 300 },
      holes: { faucetLeast: 28, faucetMost: 38.1, saddle: 6.4 },
      box: [
        "unit with its filters",
        "faucet with its cable",
        "adapter",
        feedSet,
        saddleSet,
        "three tubes",
        "clips",
      ],
      tools: [drill, "bit for the saddle", "hole saw for the faucet", cutter, wrenches],
      plug: "adapter, 110 to 240 V, 24 V DC",
      service: [
        { what: "Change the filters as the indicators show", months: 12 },
        { what: "Change the membrane", months: 24 },
      ],
    },
    startUp: { autoFlush: 3 },
  },
  "RO-D": {
    fit: {
      ports: [
        tube("Feed", "white", "back", 50, 80),
        tube("Product", "blue", "back", 15, 80),
        tube("Drain", "black", "back", -20, 80),
      ],
      body: body(150, 450, 430),
      free: { around: 50, front: 300 },
      holes: { ...faucetHole, saddle: 6.4 },
      box: [
        "unit",
        "three filters",
        "electronic faucet with its cable",
        "kit from above",
        "adapter",
        feedSet,
        saddleSet,
        "tubes",
        "clips",
      ],
      tools: [drill, "bit for the saddle", cutter, wrenches],
      plug: "adapter, 110 to 240 V, 24 V DC",
      service: [
        {
          what: "Change the filters as the indicators show: feed shut, relieved, unplugged, greased, aligned, that stage alone reset",
          months: 12,
        },
        { what: "Change the membrane", months: 24 },
      ],
    },
    startUp: { autoFlush: 5 },
  },
  "RO-D8": {
    fit: {
      ports: [
        tube("Feed", "white", "left", 50, 90, { size: "3/8 in", insert: 18 }),
        tube("Product", "blue", "left", 10, 90),
        tube("Drain", "black", "left", -30, 90),
      ],
      body: body(180, 460, 440),
      free: { around: 50, front: 320 },
      holes: { faucetLeast: 12.7, faucetMost: 38.1, topLeast: 19, topMost: 31.8, saddle: 6.4 },
      box: ["unit", "two filters", "electronic faucet", "adapter", feedSet, saddleSet, "tubes", "clips"],
      tools: [drill, "bit for the saddle", cutter, wrenches],
      plug: "adapter, 110 to 240 V, 36 V DC",
      service: [
        { what: "Change the filters as the indicators show", months: 12 },
        { what: "Change the membrane", months: 30 },
      ],
    },
    startUp: { autoFlush: 8 },
  },
  "RO-H": {
    fit: {
      ports: [
        tube("Feed", "white", "bottom", -80, 0),
        tube("Product", "blue", "top", 80, 520),
        tube("Waste, behind the flush valve", "black", "right", 0, 120),
      ],
      body: body(420, 180, 520),
      free: { below: 120, front: 250 },
      holes: { saddle: 6.4, screws: 6, spacing: 240 },
      box: ["unit", "float valve", "hose connector", "three tubes", "flush valve"],
      notInBox: ["wall screws", "reservoir"],
      tools: ["drill", "bit for its screws", cutter, "spirit level", "stopwatch and jug"],
      service: [
        { what: "Open the flush valve for half an hour, then close it", months: 1 },
        { what: "Change the pre-filters", months: 6 },
        { what: "Change the membrane", months: 36 },
      ],
    },
  },
  "RO-H5": {
    fit: {
      ports: [
        hose("Feed", "3/4 in", "bottom", -90, 0),
        tube("Product", "blue", "top", 90, 560, { size: "3/8 in", insert: 18 }),
        tube("Waste, behind the flush valve", "black", "left", 0, 120),
      ],
      body: body(520, 200, 560),
      free: { below: 140, front: 250 },
      holes: { screws: 6, spacing: 300 },
      box: ["unit", "float valve", "hose with its washer", "tubes", "flush valve", "wall screws"],
      notInBox: ["reservoir"],
      tools: ["drill", "bit for its screws", cutter, "spirit level", "stopwatch and jug"],
      service: [
        { what: "Open the flush valve for half an hour, then close it", months: 2 },
        { what: "Change the pre-filters", months: 6 },
        { what: "Change both membranes", months: 36 },
      ],
    },
  },
  "RO-H10": {
    fit: {
      ports: [
        plasticThread("Feed", "1/2 in", "left", 0, 700),
        plasticThread("Product", "1/2 in", "right", 0, 700),
        plasticThread("Waste", "1/2 in", "bottom", 0, 0),
      ],
      body: body(620, 300, 900),
      free: { below: 160, front: 400 },
      holes: { screws: 8, spacing: 500 },
      box: ["unit on its frame", "float valve", "flush valve", "gauges"],
      notInBox: ["wall anchors", "reservoir"],
      tools: ["drill", "bit for its screws", "thread tape", wrenches, "spirit level", "stopwatch and jug"],
      service: [
        { what: "Open the flush valve for half an hour, then close it", months: 1 },
        { what: "Change the pre-filters", months: 4 },
        { what: "Change the membranes", months: 36 },
      ],
    },
  },
  "RO-C": {
    fit: {
      ports: [tube("Feed", "white", "back", 30, 50), tube("Waste", "black", "back", -30, 50)],
      body: body(220, 380, 420),
      free: { above: 120 },
      holes: { saddle: 6.4 },
      box: ["unit with its reservoir", "ceramic filter", "flow regulator", feedSet, saddleSet, "two tubes"],
      tools: ["drill", "starter bit", "bit for the saddle", cutter],
      service: [
        { what: "Change the filters", months: 12, litres: 3000 },
        { what: "Wash the reservoir", months: 1 },
      ],
    },
  },
  "RO-C2": {
    fit: {
      ports: [tube("Feed", "blue", "left", 20, 40), tube("Waste", "red", "left", -20, 40)],
      body: body(260, 400, 440),
      free: { above: 150 },
      holes: { saddle: 6.4 },
      box: [
        "unit with its reservoir and display",
        "last filter",
        "flow regulator",
        "adapter",
        feedSet,
        saddleSet,
        "tubes",
      ],
      tools: ["drill", "starter bit", "bit for the saddle", cutter],
      plug: "adapter, 110 to 240 V, 24 V DC",
      service: [
        { what: "Change the filters as the display shows", months: 12 },
        { what: "Wash the reservoir", months: 1 },
      ],
    },
  },
  "RO-M5": {
    fit: {
      ports: [
        tube("Feed", "white", "back", 60, 70),
        tube("Faucet", "blue", "back", 20, 70),
        tube("Waste", "black", "back", -20, 70),
        tube("Tank", "yellow", "back", -60, 70),
      ],
      body: body(260, 420, 420),
      storageTank: smallTank,
      free: { front: 450 },
      holes: { ...faucetHole, saddle: 6.4 },
      box: [
        "unit with its pump",
        "three cartridges",
        "membrane in its packet",
        "tank with its clip",
        "faucet",
        feedSet,
        saddleSet,
        "tubes",
      ],
      tools: [drill, "bit for the saddle", cutter, wrenches, glass],
      plug: "mains plug, 220 to 240 V",
      service: tankRoService,
    },
  },
  "RO-M7": {
    fit: {
      ports: [
        tube("Feed", "red", "left", 60, 90, { size: "3/8 in", insert: 18 }),
        tube("Faucet", "blue", "left", 20, 90),
        tube("Waste", "black", "left", -20, 90),
        tube("Tank", "yellow", "right", 0, 90),
      ],
      body: body(300, 440, 440),
      storageTank: usualTank,
      free: { front: 450 },
      holes: { faucetLeast: 12.7, faucetMost: 38.1, saddle: 6.4 },
      box: [
        "unit with its pump",
        "three cartridges",
        "membrane",
        "tank with its clip",
        "faucet",
        feedSet,
        saddleSet,
      ],
      notInBox: ["wide tubes"],
      tools: [drill, "bit for the saddle", cutter, wrenches, glass],
      plug: "mains plug, 110 to 120 V",
      service: [...carbonYearly, { what: "Change the membrane", months: 48 }],
    },
  },
  "BP-2": {
    fit: {
      ports: [tube("In", "red", "left", 0, 40), tube("Out", "red", "right", 0, 40)],
      body: body(200, 100, 120),
      box: ["pump", "pressure switch", "power pack"],
      tools: [cutter],
      plug: "power pack, 110 to 240 V, 24 V DC",
      service: [yearly("Listen to the pump and its switch")],
    },
  },
  "BP-3": {
    fit: {
      ports: [
        tube("In", "red", "left", 0, 50, { size: "3/8 in", insert: 18 }),
        tube("Out", "red", "right", 0, 50, { size: "3/8 in", insert: 18 }),
      ],
      body: body(220, 110, 130),
      box: ["pump", "pressure switch", "power pack", "bracket with rubber feet"],
      tools: [cutter, "screwdriver"],
      plug: "power pack, 110 to 240 V, 24 V DC",
      service: [yearly("Listen to the pump and its switch")],
    },
  },
  "BP-5": {
    fit: {
      ports: [plasticThread("In", "3/8 in", "left", 0, 60), plasticThread("Out", "3/8 in", "right", 0, 60)],
      body: body(260, 130, 150),
      box: ["pump", "pressure switch", "power pack", "bracket"],
      notInBox: ["thread adapters"],
      tools: ["thread tape", wrenches],
      plug: "power pack, 110 to 240 V, 36 V DC",
      service: [yearly("Listen to the pump and its switch")],
    },
  },
  "PL-1": {
    fit: {
      ports: [tube("In", "blue", "left", 0, 20), tube("Out, to the faucet", "blue", "right", 0, 20)],
      body: body(180, 60, 60),
      box: ["lamp with its cable", "clips"],
      tools: [cutter],
      service: [{ what: "Change the lamp, reset its counter", hours: 8000, months: 24 }],
    },
  },
  "PL-2": {
    fit: {
      ports: [
        ferrule("Tee", "1/4 in", "left", 0, 0),
        tube("In", "white", "left", 0, 40),
        tube("Out", "blue", "right", 0, 40),
      ],
      body: body(220, 80, 80),
      holes: { faucetLeast: 19, faucetMost: 22, screws: 4 },
      box: [
        "reactor",
        "rail and clips",
        "pre-filter",
        "tee with its shut-off",
        "switched faucet",
        "restrictor",
        "adapter",
      ],
      tools: ["hole saw for the faucet", cutter, wrenches, "stopwatch and jug"],
      plug: "its own adapter, 12 V DC",
      service: [
        { what: "Change the pre-filter", months: 12, litres: 4000 },
        { what: "Change the reactor", months: 96 },
      ],
    },
  },
  "PL-4": {
    fit: {
      ports: [
        tube("Tee", "white", "left", 0, 0, { size: "3/8 in", insert: 18 }),
        tube("In", "white", "bottom", 20, 0, { size: "3/8 in", insert: 18 }),
        tube("Out", "blue", "bottom", -20, 0, { size: "3/8 in", insert: 18 }),
      ],
      body: body(120, 100, 260),
      holes: { faucetLeast: 25, faucetMost: 32, screws: 4 },
      box: [
        "reactor",
        "bracket",
        "pre-filter",
        "tee with its shut-off",
        "switched faucet",
        "restrictor",
        "adapter",
      ],
      tools: ["hole saw for the faucet", cutter, "stopwatch and jug"],
      plug: "its own adapter, 24 V DC",
      service: [
        { what: "Change the pre-filter", months: 6, litres: 3000 },
        { what: "Change the reactor", months: 60 },
      ],
    },
  },
  "PF-1": {
    fit: {
      ports: [
        tube("Head, in", "white, tagged A", "left", 0, 330, { size: "3/8 in", insert: 18 }),
        tube("Head, out", "white, tagged B", "right", 0, 330, { size: "3/8 in", insert: 18 }),
      ],
      body: body(110, 130, 360),
      free: { below: 584 },
      holes: { screws: 4, spacing: 76 },
      box: ["head on its bracket", "cartridge", "loop adapter with two tagged tubes", "screws"],
      tools: ["tape measure", "screwdriver", cutter, "wrench", "stopwatch and jug"],
      service: [{ what: "Change the cartridge", months: 6, litres: 2800 }],
    },
    startUp: { flush: 5 },
  },
  "PF-2": {
    fit: {
      ports: [tube("In", "white", "left", 40, 300), tube("Out", "blue", "right", 40, 300)],
      body: body(240, 130, 340),
      free: { below: 100 },
      holes: { faucetLeast: 12.7, faucetMost: 38.1, screws: 4, spacing: 150 },
      box: ["two heads on a bracket", "sediment and carbon cartridges", "faucet", feedSet, "tubes"],
      notInBox: ["screws"],
      tools: [drill, "tape measure", cutter, wrenches, "stopwatch and jug"],
      service: [{ what: "Change both cartridges", months: 12, litres: 3800 }],
    },
    startUp: { flush: 10 },
  },
  "PI-1": {
    fit: {
      ports: [tube("In, arrow", "white", "left", 0, 25), tube("Out", "blue", "right", 0, 25)],
      body: body(260, 60, 60),
      box: ["cartridge", "clips"],
      tools: [cutter],
      service: [{ what: "Change the cartridge", months: 12, litres: 3800 }],
    },
  },
  "PI-2": {
    fit: {
      ports: [
        plasticThread("In, arrow", "1/4 in", "left", 0, 30),
        plasticThread("Out", "1/4 in", "right", 0, 30),
      ],
      body: body(300, 70, 70),
      box: ["cartridge", "clips", "two thread adapters"],
      tools: [cutter, "thread tape", "wrench"],
      service: [{ what: "Change the cartridge", months: 12, litres: 7500 }],
    },
    startUp: { flush: 10 },
  },
  "RM-1": {
    fit: {
      ports: [tube("Marked in", "white", "left", 0, 25), tube("Marked out", "blue", "right", 0, 25)],
      body: body(260, 60, 60),
      box: ["mineral cartridge", "clips"],
      tools: [cutter],
      service: [{ what: "Change the mineral cartridge", months: 12, litres: 4000 }],
    },
  },
  "RM-2": {
    fit: {
      ports: [
        tube("Marked in", "white", "bottom", 20, 0, { size: "3/8 in", insert: 18 }),
        tube("Marked out", "blue", "bottom", -20, 0, { size: "3/8 in", insert: 18 }),
      ],
      body: body(90, 90, 280),
      holes: { screws: 4 },
      box: ["head on its bracket", "mineral cartridge", "screws"],
      tools: [cutter, "screwdriver"],
      service: [{ what: "Change the mineral cartridge", months: 18, litres: 6000 }],
    },
    startUp: { flush: 3 },
  },
  "FD-1": {
    fit: {
      ports: [
        hose("Faucet", "15/16 in", "top", 0, 60),
        tube("Tap to filter", "white", "left", 0, 40),
        tube("Filter to spout", "blue", "right", 0, 40),
      ],
      body: body(150, 150, 250),
      box: ["diverter", "adapters for inside threads", "clamp piece", "gaskets", "casing with its ceramic"],
      tools: ["coin", "screwdriver"],
      service: [
        { what: "Change the ceramic", months: 12, litres: 10_000 },
        { what: "Wash the ceramic", months: 1 },
      ],
    },
    startUp: { flush: 3 },
  },
  "FD-2": {
    fit: {
      ports: [hose("Faucet", "55/64 in", "top", 0, 50)],
      body: body(90, 120, 140),
      box: ["filter with its lever", "adapters", "gaskets", "cartridge"],
      tools: ["coin"],
      service: [{ what: "Change the cartridge", months: 3, litres: 750 }],
    },
    startUp: { flush: 5 },
  },
  "SH-1": {
    fit: {
      ports: [hose("Arm", "1/2 in", "top", 0, 120), hose("Hose", "1/2 in", "bottom", 0, 0)],
      body: body(80, 80, 120),
      box: ["filter", "two gaskets"],
      tools: ["cloth for the nut"],
      service: [{ what: "Change the cartridge", months: 6, litres: 40_000 }],
    },
  },
  "SH-2": {
    fit: {
      ports: [plasticThread("Arm", "1/2 in", "top", 0, 160), hose("Hose", "1/2 in", "bottom", 0, 0)],
      body: body(100, 100, 160),
      box: ["filter", "adapter", "gaskets", "tape"],
      tools: ["cloth for the nut"],
      service: [{ what: "Turn the cartridge over, then change it", months: 3, litres: 20_000 }],
    },
    startUp: { flush: 2 },
  },
  "IM-1": {
    fit: {
      ports: [
        tube("Tee", "white", "left", 0, 20, { size: "3/8 in", insert: 18 }),
        tube("To the ice maker", "white", "right", 0, 20, { size: "3/8 in", insert: 18 }),
      ],
      box: ["tee with its shut-off", "wide tube", "clips"],
      tools: [cutter, "drill"],
      service: [{ what: "Look along the tube for kinks and weeping", months: 12 }],
    },
  },
  "IM-2": {
    fit: {
      ports: [
        tube("Tee", "blue", "left", 0, 20, { size: "3/8 in", insert: 18 }),
        ferrule("Low-pressure valve", "3/8 in", "right", 0, 20),
      ],
      box: ["tee with its shut-off", "low-pressure valve", "wide tube", "clips"],
      tools: [cutter, "drill", "wrench"],
      service: [{ what: "Look along the tube for kinks and weeping", months: 12 }],
    },
  },
  "LS-1": {
    fit: {
      ports: [tube("In", "white", "left", 0, 15), tube("Out", "white", "right", 0, 15)],
      body: body(70, 70, 40),
      box: ["valve", "pad", "spare pad"],
      tools: [cutter],
      service: [{ what: "Change the pad, wet it to see that it shuts", months: 12 }],
    },
  },
  "LS-2": {
    fit: {
      ports: [
        tube("In", "white", "left", 0, 20, { size: "3/8 in", insert: 18 }),
        tube("Out", "white", "right", 0, 20, { size: "3/8 in", insert: 18 }),
      ],
      body: body(90, 80, 50),
      box: ["valve", "two pads"],
      notInBox: ["mounting tape"],
      tools: [cutter],
      service: [{ what: "Change the pads, wet one to see that it shuts", months: 12 }],
    },
  },
  "MS-2": {
    fit: {
      ports: [
        hose("Inlet, white tube", "1/4 in", "left", 60, 300),
        hose("Outlet, to the machine", "3/4 in", "right", 60, 300),
        barb("Drain, at the outlet's foot", "1/2 in", "bottom", 0, 0),
      ],
      body: body(160, 160, 420),
      teeThread: "1/2 in",
      free: { above: 200 },
      holes: { screws: 8, spacing: 110 },
      box: [
        "unit",
        "three-way tee",
        "1/4 in ball valve",
        "white tube with its nut",
        "drain tube",
        "template",
        "plugs and screws",
        "four pouches of salt",
      ],
      tools: ["drill", "bit for its screws", "spirit level", wrenches, "thread tape"],
      service: [{ what: "Look at the levers and the drain tube", months: 12 }],
    },
  },
  "MS-4": {
    fit: {
      ports: [
        hose("Inlet, white tube", "3/8 in", "bottom", 60, 0),
        plasticThread("Outlet, to the heater", "1/2 in", "top", 60, 520),
        barb("Drain, at the outlet's foot", "1/2 in", "left", 0, 40),
      ],
      body: body(200, 200, 520),
      teeThread: "1/2 in",
      free: { above: 250 },
      holes: { screws: 8, spacing: 140 },
      box: [
        "unit",
        "three-way tee",
        "ball valve",
        "white tube with its nut",
        "drain tube",
        "template",
        "six pouches of salt",
      ],
      notInBox: ["plugs and screws"],
      tools: ["drill", "bit for its screws", "spirit level", wrenches, "thread tape"],
      service: [{ what: "Look at the levers and the drain tube", months: 12 }],
    },
  },
};
