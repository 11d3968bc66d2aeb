import { barb, body, metalThread, nut, plasticThread, ring, tube } from "./parts";
import type { Fitted } from "./drinking";

const greased = "food-grade silicone grease";
const bowlWrench = "bowl wrench";
const hand = "hex key for the bracket";

const yearly = (what: string) => ({ what, months: 12 });
const housing = (
  threads: string,
  [width, depth, height]: readonly [number, number, number],
  over: {
    readonly below: number;
    readonly months: number;
    readonly waterL: number;
    readonly bench?: boolean;
  },
): Fitted => ({
  fit: {
    ports: [
      plasticThread("In", threads, "left", -width / 2, height - 40),
      plasticThread("Out", threads, "right", width / 2, height - 40),
    ],
    body: body(width, depth, height),
    free: { below: over.below, front: 100 },
    holes: { screws: 6, spacing: 100 },
    box: ["housing", "bracket", "cartridge", "bowl wrench"],
    notInBox: ["anchors for the wall"],
    tools: ["drill", "bit for its screws", hand, bowlWrench, "thread tape", greased],
    service: [{ what: "Change the cartridge", months: over.months }],
  },
  waterL: over.waterL,
});

type Connectors = NonNullable<Fitted["fit"]["connectors"]>;
/** Connectors that come with tanks, by the size of their ports. */
const kits: Readonly<Record<"3/4" | "1" | "1-1/4" | "1-1/2", Connectors>> = {
  "3/4": { length: 300, inside: 12.7, bend: 60 },
  "1": { length: 350, inside: 19, bend: 80 },
  "1-1/4": { length: 400, inside: 25, bend: 100 },
  "1-1/2": { length: 450, inside: 32, bend: 130 },
};

/** Tanks whose head takes connectors by nuts over O-rings. */
const tank = (
  size: string,
  [diameter, height]: readonly [number, number],
  over: {
    readonly box: readonly string[];
    /** Its box holds connectors for its two pipes. */
    readonly kit?: Connectors;
    readonly service: Fitted["fit"]["service"];
    readonly above: number;
    readonly startUp?: Fitted["startUp"];
  },
): Fitted => ({
  fit: {
    ports: [nut("In", size, "left", -60, height + 90), nut("Out", size, "right", 60, height + 90)],
    body: body(diameter, diameter, height + 200),
    free: { above: over.above, around: 75 },
    box: [...over.box, ...(over.kit ? ["two connectors"] : [])],
    ...(over.kit ? { connectors: over.kit } : {}),
    tools: ["spirit level", greased, "two wrenches", "bucket", "hose"],
    service: [...over.service],
  },
  ...(over.startUp ? { startUp: over.startUp } : {}),
});
const media = [{ what: "Change the carbon", months: 60 }, yearly("Test chlorine before and after")];
const carbonBox = ["tank with its carbon", "head", "hose adapter", "jacket"];

/** Softeners: valve on the tank, salt tank beside it. */
const softener = (
  [diameter, height]: readonly [number, number],
  bore: string,
  side: "left" | "right",
  over: { readonly boxed: readonly string[]; readonly notInBox?: readonly string[]; readonly clip?: boolean },
): Fitted => {
  // As one stands before it, water comes in on this side.
  const inlet = side === "left" ? -40 : 40;
  return {
    fit: {
      ports: [
        over.clip
          ? { ...nut("In", bore, "back", inlet, height + 90), tighten: "clip home, tug" }
          : nut("In", bore, "back", inlet, height + 90),
        over.clip
          ? { ...nut("Out", bore, "back", -inlet, height + 90), tighten: "clip home, tug" }
          : nut("Out", bore, "back", -inlet, height + 90),
        barb("Drain", "1/2 in", "back", 0, height + 110),
        tube("Brine", "white", "back", 60, height + 60, { size: "3/8 in", insert: 18 }),
      ],
      body: body(diameter, diameter, height + 220),
      saltTank: diameter < 300 ? body(380, 380, 860) : body(460, 460, 1000),
      free: { above: 200, around: 75 },
      holes: { drainBore: 12.7 },
      box: [...over.boxed],
      notInBox: [...(over.notInBox ?? ["salt", "drain tube"])],
      tools: ["wrench", greased, "thread tape", "hose clamp", "test strips", "funnel"],
      plug: "adapter, 110 to 240 V, 12 V AC",
      service: [
        { what: "Look at the salt", months: 1 },
        yearly("Test hardness raw and treated"),
        { what: "Clean the brine injector", months: 24 },
      ],
    },
    startUp: { flush: 5 },
  };
};
const saltSet = [
  "tank with its resin",
  "valve",
  "bypass with clips",
  "salt tank with grid, well and float",
  "brine tube",
];

const chamber = (
  size: string,
  [diameter, height]: readonly [number, number],
  over: {
    readonly lampEnd: number;
    readonly waterL: number;
    readonly lampHours: number;
    readonly side: "left" | "right";
    readonly extra?: string;
  },
): Fitted => ({
  fit: {
    ports: [
      metalThread("Inlet, below", size, "bottom", 0, 0),
      metalThread("Outlet, at the side", size, over.side, diameter / 2, height - 60),
    ],
    body: body(diameter + 60, diameter + 60, height),
    free: { above: over.lampEnd, front: 150 },
    holes: { screws: 6, spacing: height / 2 },
    box: [
      "chamber",
      "sleeve",
      "lamp with its key",
      "spring",
      "O-rings",
      "gland nut",
      "controller",
      ...(over.extra ? [over.extra] : []),
    ],
    notInBox: ["restrictor", "surge protector"],
    tools: [
      "lint-free gloves",
      greased,
      "two wrenches",
      "tape and paste",
      "plywood board",
      "chlorine test strips",
    ],
    plug: "controller, 110 to 240 V",
    service: [
      { what: "Change the lamp, clean the sleeve", hours: over.lampHours, months: 12 },
      { what: "Change the sleeve's O-rings", months: 24 },
    ],
  },
  waterL: over.waterL,
});

const rack = (threads: string, above: number, waterL: number, screws: string): Fitted => ({
  fit: {
    ports: [
      plasticThread("In, sediment end", threads, "left", -280, 560),
      plasticThread("Out, lamp end", threads, "right", 280, 560),
    ],
    body: body(600, 220, 640),
    free: { above, below: 508, front: 200 },
    holes: { screws: 8, spacing: 400 },
    box: [
      "rack with three housings",
      "sediment and carbon cartridges",
      "sleeve in its wrapping",
      "two O-rings",
      "channelling sleeve",
      "lamp",
      screws,
    ],
    notInBox: ["surge protector", "thread adapters"],
    tools: [
      "lint-free gloves",
      "deburring tool",
      "hair dryer",
      "screwdriver",
      bowlWrench,
      greased,
      "chlorine test strips",
    ],
    plug: "controller, 110 to 240 V",
    service: [
      { what: "Change the lamp, clean the sleeve", hours: 9000, months: 12 },
      { what: "Change sediment and carbon cartridges", months: 6 },
    ],
  },
  waterL,
});

/** How units of the house's line are fitted, by their code. */
export const lineFits: Readonly<Record<string, Fitted>> = {
  "PS-10": housing("3/4 in", [190, 190, 330], { below: 76, months: 3, waterL: 3 }),
  "PS-20": housing("1 in", [190, 190, 600], { below: 102, months: 6, waterL: 6 }),
  "PS-202": {
    ...housing("1-1/2 in", [400, 190, 600], { below: 102, months: 6, waterL: 12 }),
    startUp: { flush: 15 },
  },
  "PS-50": housing("1-1/2 in", [190, 190, 600], { below: 102, months: 12, waterL: 6 }),
  "SD-100": {
    fit: {
      ports: [
        metalThread("In", "1 in", "left", -60, 180),
        metalThread("Out", "1 in", "right", 60, 180),
        hoseEnd(),
      ],
      body: body(120, 120, 260),
      free: { below: 150 },
      box: ["spin-down filter", "screen", "flush valve"],
      tools: ["tape and paste", "two wrenches", "bucket"],
      service: [{ what: "Open its flush valve until clear", months: 1 }],
    },
    waterL: 1,
  },
  "CB-20": housing("1 in", [190, 190, 600], { below: 102, months: 12, waterL: 5 }),
  "CL-20": {
    ...housing("3/4 in", [190, 190, 600], { below: 102, months: 12, waterL: 5 }),
    startUp: { flush: 20 },
  },
  "CH-2": {
    ...housing("1 in", [400, 190, 620], { below: 102, months: 6, waterL: 11 }),
    startUp: { flush: 10 },
  },
  "CH-3": {
    ...housing("3/4 in", [600, 190, 620], { below: 102, months: 6, waterL: 16 }),
    startUp: { flush: 10 },
  },
  "AS-20": {
    ...housing("1 in", [400, 200, 620], { below: 120, months: 12, waterL: 11 }),
    startUp: { flush: 5 },
  },
  "LV-20": {
    ...housing("1-1/4 in", [400, 200, 620], { below: 120, months: 12, waterL: 11 }),
    startUp: { flush: 20 },
  },
  "CT-1054": tank("3/4 in", [257, 1372], {
    box: carbonBox,
    service: media,
    above: 150,
    startUp: { soak: 2880, trickle: 30 },
  }),
  "CT-1252": tank("1 in", [307, 1321], {
    box: carbonBox,
    kit: kits["1"],
    service: media,
    above: 150,
    startUp: { soak: 2880, trickle: 30 },
  }),
  "CT-1354": tank("1 in", [334, 1372], {
    box: carbonBox,
    service: media,
    above: 200,
    startUp: { soak: 2880, trickle: 45 },
  }),
  "CT-1465": tank("1-1/4 in", [369, 1651], {
    box: carbonBox,
    kit: kits["1-1/4"],
    service: media,
    above: 200,
    startUp: { soak: 2880, trickle: 45 },
  }),
  "CT-1665": tank("1-1/2 in", [406, 1651], {
    box: carbonBox,
    service: media,
    above: 250,
    startUp: { soak: 4320, trickle: 60 },
  }),
  "CT-P10": tank("1 in", [270, 1200], {
    box: ["tank with its carbon", "head", "nipples", "brackets", "sleeve"],
    service: [{ what: "Change the carbon", months: 36 }],
    above: 150,
    startUp: { purge: 5 },
  }),
  "KT-1054": tank("3/4 in", [257, 1372], {
    box: carbonBox,
    kit: kits["3/4"],
    service: media,
    above: 150,
    startUp: { soak: 2880, trickle: 40 },
  }),
  "KT-1252": tank("1 in", [307, 1321], {
    box: carbonBox,
    service: media,
    above: 150,
    startUp: { soak: 2880, trickle: 40 },
  }),
  "KT-1354": tank("1 in", [334, 1372], {
    box: carbonBox,
    kit: kits["1"],
    service: media,
    above: 200,
    startUp: { soak: 2880, trickle: 50 },
  }),
  "KT-1465": tank("1-1/4 in", [369, 1651], {
    box: carbonBox,
    service: media,
    above: 200,
    startUp: { soak: 4320, trickle: 50 },
  }),
  "KT-1665": tank("1-1/2 in", [406, 1651], {
    box: carbonBox,
    kit: kits["1-1/2"],
    service: media,
    above: 250,
    startUp: { soak: 4320, trickle: 60 },
  }),
  "CN-40": tank("1 in", [215, 1100], {
    box: ["tank with its media", "head"],
    kit: kits["1"],
    service: [{ what: "Change the media", months: 60 }],
    above: 150,
    startUp: { soak: 60, flush: 5, trickle: 60 },
  }),
  "CN-60": tank("1 in", [257, 1300], {
    box: ["tank with its media", "head"],
    service: [{ what: "Change the media", months: 60 }],
    above: 150,
    startUp: { soak: 60, flush: 5, trickle: 60 },
  }),
  "CN-80": tank("1-1/4 in", [307, 1321], {
    box: ["tank with its media", "head"],
    kit: kits["1-1/4"],
    service: [{ what: "Change the media", months: 60 }],
    above: 150,
    startUp: { soak: 60, flush: 8, trickle: 60 },
  }),
  "CN-110": tank("1-1/2 in", [334, 1372], {
    box: ["tank with its media", "head"],
    service: [{ what: "Change the media", months: 48 }],
    above: 200,
    startUp: { soak: 90, flush: 8, trickle: 60 },
  }),
  "CN-P10": tank("1 in", [230, 1100], {
    box: ["tank with its media", "head", "nipples", "brackets", "sleeve"],
    service: [{ what: "Change the media", months: 36 }],
    above: 150,
    startUp: { purge: 5 },
  }),
  "SC-24": scaleTank("3/4 in", [200, 900], ["tank with its media", "head with its adapters"], 36),
  "SC-36": scaleTank(
    "1 in",
    [230, 1100],
    ["tank with its media", "head with its adapters", "dome plug wrench"],
    36,
  ),
  "SC-48": scaleTank(
    "1-1/4 in",
    [260, 1300],
    ["tank with its media", "head", "adapters with split rings"],
    60,
  ),
  "IF-1054": mediaTank("1 in", [257, 1372], "left", true),
  "IF-1354": mediaTank("1-1/4 in", [334, 1372], "right", true),
  "IN-1054": mediaTank("1 in", [257, 1372], "left", false),
  "NT-1054": mediaTank("3/4 in", [257, 1372], "right", false),
  "NB-1354": mediaTank("1 in", [334, 1372], "left", true),
  "SA-1252": mediaTank("1 in", [307, 1321], "right", true),
  "TR-1054": mediaTank("3/4 in", [257, 1372], "left", true),
  "CD-450": doser("1 in", [600, 600, 1700], ["pump", "solution tank", "injection point", "retention tank"]),
  "CD-300C": doser(
    "1-1/4 in",
    [900, 700, 900],
    ["pump", "solution tank", "injection point", "coil on its frame"],
  ),
  "SF-075": softener([203, 1120], "3/4 in", "left", {
    boxed: [...saltSet, "drain tube"],
    notInBox: ["salt"],
  }),
  "SF-100": softener([229, 1220], "1 in", "left", { boxed: [...saltSet, "overflow elbow"] }),
  "SF-125": softener([257, 1120], "1 in", "right", { boxed: [...saltSet, "quick connectors"], clip: true }),
  "SF-150": softener([257, 1372], "1 in", "right", { boxed: saltSet }),
  "SF-200": softener([307, 1321], "1 in", "left", {
    boxed: [...saltSet, "bag of resin", "funnel", "riser cap"],
  }),
  "SF-250": softener([334, 1372], "1-1/4 in", "right", {
    boxed: [...saltSet, "bag of resin", "riser cap"],
    notInBox: ["salt", "drain tube", "funnel"],
  }),
  "SF-300": softener([369, 1651], "1-1/4 in", "left", {
    boxed: [...saltSet, "two bags of resin", "funnel", "riser cap"],
    clip: true,
  }),
  "ST-100": softener([229, 1220], "3/4 in", "right", {
    boxed: [...saltSet, "drain tube"],
    notInBox: ["salt"],
    clip: true,
  }),
  "ST-150": softener([257, 1372], "1 in", "left", { boxed: [...saltSet, "quick connectors"], clip: true }),
  "ST-200": softener([307, 1321], "1 in", "right", { boxed: [...saltSet, "bag of resin", "riser cap"] }),
  "UV-20": chamber("1/2 in", [65, 420], { lampEnd: 420, waterL: 1, lampHours: 9000, side: "left" }),
  "UV-30": chamber("3/4 in", [90, 560], { lampEnd: 508, waterL: 3, lampHours: 9000, side: "right" }),
  "UV-45": chamber("3/4 in", [90, 760], {
    lampEnd: 700,
    waterL: 4,
    lampHours: 9000,
    side: "left",
    extra: "mounting clamps",
  }),
  "UV-60": chamber("1 in", [90, 920], { lampEnd: 900, waterL: 5, lampHours: 9000, side: "right" }),
  "UV-90": chamber("1-1/2 in", [140, 920], {
    lampEnd: 900,
    waterL: 12,
    lampHours: 9000,
    side: "left",
    extra: "intensity sensor",
  }),
  "UV-130": chamber("2 in", [160, 1000], {
    lampEnd: 950,
    waterL: 16,
    lampHours: 12_000,
    side: "right",
    extra: "intensity sensor",
  }),
  "UR-30": rack("3/4 in", 508, 9, "four screws"),
  "UR-45": rack("1 in", 560, 14, "four screws and a plunger key"),
  "PR-25": device(
    "1 in",
    [120, 80, 160],
    ["reducing valve", "gauge"],
    yearly("Read the pressure behind it"),
    "metal",
  ),
  "PR-6": device(
    "1/4 in",
    [70, 40, 60],
    ["reducing valve for a tube", "clips"],
    yearly("Read the pressure behind it"),
    "tube",
  ),
  "FR-25": device(
    "1 in",
    [60, 40, 40],
    ["restrictor"],
    { what: "Look whether it still holds its flow", months: 24 },
    "metal",
  ),
  "FR-2": device(
    "1/4 in",
    [50, 20, 20],
    ["restrictor for a tube", "clips"],
    { what: "Look whether it still holds its flow", months: 24 },
    "tube",
  ),
  "CV-25": device("1 in", [80, 50, 50], ["check valve"], yearly("Look whether it holds"), "metal"),
  "EV-8": device(
    "3/4 in",
    [200, 200, 320],
    ["vessel", "bracket"],
    yearly("Check its pre-charge, empty"),
    "one",
  ),
  "EV-18": device(
    "3/4 in",
    [270, 270, 420],
    ["vessel", "bracket", "isolating valve with lock"],
    yearly("Check its pre-charge, empty"),
    "one",
  ),
  "HB-300": {
    ...device(
      "1 in",
      [420, 250, 320],
      ["pump", "pressure switch", "vessel"],
      yearly("Listen to the pump, check its vessel"),
      "metal",
    ),
  },
};

function hoseEnd() {
  return barb("Flush valve", "1/2 in", "bottom", 0, 0);
}

function scaleTank(
  size: string,
  [diameter, height]: readonly [number, number],
  box: readonly string[],
  months: number,
): Fitted {
  return {
    fit: {
      ports: [ring("In", size, "left", -50, height + 80), ring("Out", size, "right", 50, height + 80)],
      body: body(diameter, diameter, height + 180),
      free: { above: 150, around: 75 },
      box: [...box],
      tools: ["spirit level", "wrench", "bucket", greased],
      service: [{ what: "Change the media", months }],
    },
    startUp: { soak: 1440 },
  };
}

function mediaTank(
  size: string,
  [diameter, height]: readonly [number, number],
  side: "left" | "right",
  backwashed: boolean,
): Fitted {
  const drain = backwashed ? [barb("Drain", "1/2 in", "back", 0, height + 110)] : [];
  return {
    fit: {
      ports: [nut("In", size, side, 40, height + 90), nut("Out", size, side, -40, height + 90), ...drain],
      body: body(diameter, diameter, height + 220),
      free: { above: 200, around: 75 },
      ...(backwashed ? { holes: { drainBore: 12.7 } } : {}),
      box: [
        "tank",
        "riser with its cover",
        "media and gravel in bags",
        backwashed ? "backwash valve" : "head",
        "funnel",
      ],
      ...(backwashed ? { notInBox: ["drain tube"] } : {}),
      tools: ["funnel", "wrench", greased, "hose clamp", "bucket"],
      ...(backwashed ? { plug: "adapter, 110 to 240 V, 12 V AC" } : {}),
      service: [
        { what: backwashed ? "Watch a backwash" : "Look at the media's level", months: 12 },
        { what: "Change the media", months: backwashed ? 72 : 60 },
      ],
    },
    startUp: { flush: backwashed ? 10 : 15 },
  };
}

function doser(
  size: string,
  [width, depth, height]: readonly [number, number, number],
  box: readonly string[],
): Fitted {
  return {
    fit: {
      ports: [
        plasticThread("In", size, "left", -width / 2, 200),
        plasticThread("Out", size, "right", width / 2, height - 200),
        tube("Injection", "white", "top", 0, height, { insert: 12 }),
      ],
      body: body(width, depth, height),
      free: { front: 300 },
      box: [...box],
      notInBox: ["bleach"],
      tools: ["thread tape", "wrench", "gloves and goggles", "chlorine test strips"],
      plug: "mains plug, 110 to 240 V",
      service: [
        { what: "Refill the solution, measure the residual", months: 1 },
        { what: "Clean the injection point", months: 6 },
      ],
    },
  };
}

function device(
  size: string,
  [width, depth, height]: readonly [number, number, number],
  box: readonly string[],
  service: { readonly what: string; readonly months: number },
  how: "metal" | "tube" | "one",
): Fitted {
  const ends = {
    metal: [
      metalThread("In, arrow", size, "left", -width / 2, height / 2),
      metalThread("Out", size, "right", width / 2, height / 2),
    ],
    tube: [
      tube("In, arrow", "white", "left", -width / 2, height / 2),
      tube("Out", "white", "right", width / 2, height / 2),
    ],
    one: [metalThread("Vessel", size, "top", 0, height)],
  };
  return {
    fit: {
      ports: ends[how],
      body: body(width, depth, height),
      box: [...box],
      tools: how === "tube" ? ["tube cutter"] : ["tape and paste", "two wrenches"],
      service: [service],
    },
  };
}
