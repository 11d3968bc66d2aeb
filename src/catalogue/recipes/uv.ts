import type { Recipe, RecipeStep } from "../../core/run/recipe";
import { disinfection } from "./disinfection";
import { outletSeen } from "./drinking";
import { chamberDry, chamberDryFirst } from "./dry";
import { serial } from "./serial";
import { roomOf } from "./unitFigure";

/** Open all the way to the chamber: main and inlet are never what throttles it. */
const fedAhead = { mainValve: "open", inlet: "open" };
/** Its lamp goes before its water: by the unit, else by the company's school. */
const lampFirst: RecipeStep["when"] = [
  {
    any: [
      { unit: "uv.lampFirst", is: [true] },
      { school: "uvPower", is: ["lamp"] },
    ],
  },
  { unit: "uv.lampFirst", isNot: [false] },
];
const waterFirst: RecipeStep["when"] = [
  {
    any: [
      { unit: "uv.lampFirst", is: [false] },
      { school: "uvPower", is: ["full"] },
    ],
  },
  { unit: "uv.lampFirst", isNot: [true] },
];
const plasticPipe = ["pex", "cpvc", "pvc"];

/** From its joints on, a chamber on its own and one in a rack go alike. */
export const fromJoints: readonly RecipeStep[] = [
  {
    id: "lampSerial",
    stage: "join",
    kind: "record",
    title: "Write down the lamp's part and serial",
    why: "The next lamp is ordered by it.",
    work: 2,
    water: "any",
    record: { what: "lamp", label: "Lamp part and serial" },
  },
  {
    id: "lampKey",
    stage: "join",
    kind: "record",
    title: "Keep the lamp key, and write it down",
    why: "The controller's clock is reset with it.",
    work: 1,
    water: "any",
    record: { what: "lampKey", label: "Lamp key" },
  },
  serial,
  {
    id: "lampAhead",
    stage: "start",
    kind: "check",
    title: "Lamp on before the water, for its minutes",
    why: "This lamp is warmed first; burning longer in an empty chamber overheats its sleeve.",
    work: 1,
    water: "any",
    power: "on",
    goal: { want: "stand", positions: { before: "closed", behind: "closed", plug: "on" } },
    wait: { minutes: { of: "uv.lampMinutes", usual: 2 } },
    check: { question: `${outletSeen}; lamp burning, its minutes run, and the inlet ready to be opened?` },
    cautions: ["groundFault", "uvc"],
    when: lampFirst,
  },
  {
    id: "fill",
    stage: "start",
    kind: "turn",
    title: "Outlet valve shut, main on, inlet half",
    why: "A half-open inlet fills a chamber without a knock.",
    work: 10,
    water: "on",
    turn: { direction: "inlet half", seenFrom: "the handle" },
    goal: { want: "stand", positions: { ...fedAhead, behind: "closed", vent: "open", before: "half" } },
    details: ["Vent at the pressure-relief button until water comes without air"],
    cautions: ["standClear"],
  },
  chamberDryFirst,
  {
    id: "full",
    stage: "start",
    kind: "turn",
    title: "Inlet fully open, relief button shut",
    why: "Nothing leaked at half: now the full pressure.",
    work: 2,
    water: "on",
    turn: { direction: "inlet full", seenFrom: "the handle" },
    goal: { want: "stand", positions: { vent: "closed", before: "open" } },
    cautions: ["standClear"],
  },
  chamberDry,
  {
    id: "power",
    stage: "start",
    kind: "check",
    title: "Lamp on, with the chamber full and vented",
    why: "A lamp in air overheats its sleeve.",
    work: 3,
    water: "on",
    power: "on",
    goal: { want: "stand", positions: { plug: "on" } },
    check: { question: `${outletSeen}; indicator shows the lamp on?`, photo: "wanted" },
    cautions: ["groundFault", "uvc"],
    when: waterFirst,
  },
  ...disinfection,
  {
    id: "flow",
    stage: "prove",
    kind: "read",
    title: "Measure the flow through {unit} at its fullest",
    why: "Above its limit the dose falls short.",
    work: 5,
    water: "on",
    read: { reading: "uvFlow", place: "House at its fullest", when: "after" },
  },
];

/** Chamber with its controller (handbook 5; handbook 9, K16). */
export const uv: Recipe = {
  id: "uv",
  version: 5,
  title: "UV, whole house",
  families: ["uv"],
  steps: [
    {
      id: "place",
      stage: "place",
      kind: "do",
      title: "Board, then {unit}, its lamp end free",
      why: "{school.uvChamber}",
      work: 40,
      water: "bypassed",
      cautions: ["drilling"],
      details: [
        "Lamp end: {lampEnd} free, or the chamber's length",
        "Controller above all pipes, surge protector, drip loop",
      ],
      figures: { lampEnd: roomOf("fit.free.above", "20 in", "500 mm") },
    },
    {
      id: "join",
      stage: "join",
      kind: "do",
      title: "Join {unit}: ball valves before the pre-filter and after it",
      why: "Last in line: behind it stands an RO at most.",
      work: 40,
      water: "bypassed",
      sealant: "Metal threads: {school.threads}",
      cautions: ["leadFree"],
      details: ["Restrictor, if the design has one, on its inlet"],
      lists: ["ports"],
    },
    {
      id: "metal",
      stage: "join",
      kind: "check",
      title: "Metal pipe behind the outlet, before plastic",
      why: "UV light ages plastic pipe: {metal} of metal at least.",
      figures: { metal: { us: "12 in", metric: "300 mm" } },
      work: 2,
      water: "bypassed",
      check: { question: "That much metal behind the outlet?", photo: "wanted" },
      when: [{ survey: "cutin.pipe", is: [...plasticPipe, "other", "unknown"] }],
    },
    {
      id: "sleeve",
      stage: "join",
      kind: "do",
      title: "Sleeve in, straight and gently, with gloves",
      why: "Forced quartz breaks inside the chamber.",
      work: 10,
      water: "bypassed",
      tightening: "Gland nut by hand to its hard stop, no wrench",
      sealant: "{school.sleeve}",
      cautions: ["glass"],
      details: [
        "Centred on its springs; if it stops, withdraw and re-align, never force",
        "O-ring pushed on to the chamber",
        "Spring in the sleeve before the lamp",
      ],
    },
    {
      id: "lamp",
      stage: "join",
      kind: "do",
      title: "Lamp by its ceramic ends, pins and grooves in line",
      why: "Fingerprints and bent pins end a lamp early.",
      work: 5,
      water: "bypassed",
      power: "off",
      turn: { direction: "turned home, clockwise", seenFrom: "above the lamp end" },
      cautions: ["glass", "uvc", "unplugUv"],
      details: ["Ground screw; interlock seated: all screws, plunger"],
    },
    ...fromJoints,
  ],
};
