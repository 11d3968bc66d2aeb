import type { RecipeStep } from "../../core/run/recipe";

// Everything behind a chamber is disinfected before its water reaches the house (handbook 9, K15 and K16;
// handbook 10, rulings 18, 24 and 26 to 28).

/** Open from the main to the house, and the way past shut: what is to reach the house goes through the chamber. */
export const throughIt = {
  mainValve: "open",
  inlet: "open",
  outlet: "open",
  bypass: "closed",
};
const everyTap = ["coldTap", "hotTap", "lowTap", "highTap"];
const tapsAt = (position: string) => Object.fromEntries(everyTap.map((tap) => [tap, position]));
/** Every tap runs to waste, for this alone. */
const running = {
  want: "stand",
  positions: { ...throughIt, plug: "on", ...tapsAt("open"), heaterValve: "open", behind: "open" },
  permits: everyTap,
  feed: "behind",
} satisfies RecipeStep["goal"];

const stage = "disinfect";
/** Families whose media chlorine would use up, or be used up by. */
const media = ["carbonTank", "conditioner", "scaleControl", "softener", "mediaFilter"];

const steps: readonly RecipeStep[] = [
  {
    id: "boil",
    stage,
    kind: "hold",
    again: "only",
    title: "The household boils its water, or drinks bottled water",
    why: "The sample found bacteria; nothing behind the chamber counts as proven until a new sample is absent.",
    work: 3,
    water: "on",
    hold: {
      statement: "The household knows to boil or use bottled water until a new sample is absent.",
    },
  },
  {
    id: "wayIn",
    stage,
    kind: "check",
    again: "only",
    title: "Find the way in",
    why: "Disinfected again without it, the same pipes fail the same way.",
    work: 30,
    water: "on",
    check: {
      question: "Found and put right: where the bacteria came from?",
      photo: "wanted",
    },
    details: [
      "Was the lamp off or alarming, its sleeve fouled, or its rated flow passed?",
      "Does anything lead past the chamber: a bypass, a hose tap, a cross connection?",
      "Was pipe behind the chamber opened since it was proven?",
      "Is the source itself open: a well's cap, its casing, a flooded pit?",
      "Was the sample taken clean: aerator off, tap flamed or wiped, bottle unopened before?",
    ],
  },
  {
    id: "told",
    stage,
    kind: "hold",
    title: "The household uses no water until it is flushed",
    why: "Water with this much chlorine is neither for drinking nor for skin.",
    work: 3,
    water: "on",
    hold: {
      statement:
        "The household knows not to use water until every outlet is flushed, and that the heater stays off for the whole contact.",
    },
    cautions: ["noUse", "chlorine"],
  },
  {
    id: "branches",
    stage,
    kind: "hold",
    title: "Shut every RO, LED and point-of-use branch",
    why: "Chlorine at this strength ruins a membrane.",
    work: 5,
    water: "on",
    goal: { want: "stand", positions: { "*.valve": "closed" } },
    hold: { statement: "Every drinking-water branch is shut and tagged." },
    when: [{ present: ["sink", "supply", "appliance"] }],
  },
  {
    id: "mediaPast",
    stage,
    kind: "check",
    title: "Carbon and softener media past, or taken out",
    why: "Carbon takes the chlorine out before it gets anywhere; resin is oxidised by it.",
    work: 5,
    water: "on",
    check: {
      question:
        "Every tank ahead of the dosing place is in service as it was, every one behind it at bypass or empty?",
    },
    when: [{ families: media }],
  },
  {
    id: "dosePlace",
    stage,
    kind: "do",
    title: "Dosing place: the bowl of the pre-filter, emptied",
    why: "It is ahead of the chamber, and can be opened without a new joint.",
    work: 10,
    water: "off",
    cautions: ["relieve", "chlorine"],
    details: [
      "Valve ahead of it shut, relieved, bowl off, cartridge out; the chlorine into the bowl, bowl on",
    ],
    when: [{ ahead: ["cartridge"] }],
  },
  {
    id: "dosePort",
    stage,
    kind: "do",
    title: "Dosing place: a port ahead of the chamber",
    why: "Nothing with a bowl stands ahead of it: a hose port or a tee is opened instead.",
    work: 10,
    water: "off",
    cautions: ["relieve", "chlorine"],
    details: [
      "Valve ahead of it shut, relieved, port opened; the chlorine in by funnel or pump, port closed",
    ],
    when: [{ noneAhead: ["cartridge"] }],
  },
  {
    id: "dose",
    stage,
    kind: "read",
    title: "Dose chlorine ahead of the chamber, lamp on",
    why: "{doseSaid}",
    work: 10,
    water: "off",
    cautions: ["chlorine", "noUse"],
    details: ["{doseWorking}"],
    sets: [{ label: "Pour", figure: "doseMl" }],
    read: { reading: "dosed", place: "Dosing place", when: "after" },
    proves: "uv",
  },
  {
    id: "draw",
    stage,
    kind: "turn",
    title: "Outlet for disinfection only: every tap to waste",
    why: "The dose travels from the dosing place to each outlet; smell only says when to begin testing.",
    work: 10,
    water: "off",
    turn: { direction: "outlet valve, then the taps one by one", seenFrom: "each handle" },
    goal: running,
    cautions: ["noUse", "drains"],
  },
  {
    id: "reached",
    stage,
    kind: "read",
    title: "Test strips at every outlet: is the dose there?",
    why: "Contact begins when every outlet of this house shows at least {doseStart}.",
    work: 15,
    water: "off",
    read: { reading: "doseReached", place: "Outlet that shows the least", when: "after", each: "outlet" },
    cautions: ["noUse"],
    proves: "uv",
  },
  {
    id: "lampRest",
    stage,
    kind: "check",
    title: "Outlet shut, lamp unplugged for the contact",
    why: "This lamp may burn {lampStill} without flow; the contact takes longer, and its water would get hot.",
    figures: { lampStill: { of: "uv.stillMinutes", quantity: "duration" } },
    work: 2,
    water: "off",
    power: "off",
    goal: { want: "stand", positions: { behind: "closed", ...tapsAt("closed"), plug: "off" } },
    check: { question: "Lamp unplugged?" },
    when: [
      { unit: "uv.stillMinutes", has: true },
      { survey: "behind.age", is: ["opened", "unknown"] },
    ],
  },
  {
    id: "contact",
    stage,
    kind: "soak",
    title: "Let the chlorine stand in the pipes",
    why: "{contactSaid} Local code wins.",
    work: 2,
    water: "off",
    goal: { want: "stand", positions: { behind: "closed", ...tapsAt("closed") } },
    soak: { minutes: { predicted: "contact", usual: 1440 } },
    cautions: ["noUse"],
    proves: "uv",
  },
  {
    id: "residual",
    stage,
    kind: "read",
    title: "Measure what is left at every outlet",
    why: "At least half of what it began with, everywhere.",
    work: 15,
    water: "off",
    read: { reading: "residual", place: "Outlet that shows the least", when: "after", each: "outlet" },
    proves: "uv",
  },
  {
    id: "flushOut",
    stage,
    kind: "read",
    title: "Flush every outlet to the source's own residual",
    why: "That is what came in before, and what a household may drink.",
    work: 20,
    water: "on",
    goal: running,
    read: { reading: "flushResidual", place: "Last outlet flushed", when: "after", each: "outlet" },
    cautions: ["drains"],
    proves: "uv",
  },
  {
    id: "roTee",
    stage,
    kind: "read",
    title: "Chlorine at the tee of each RO, before it is reopened",
    why: "What is left would go onto a membrane.",
    work: 5,
    water: "on",
    read: { reading: "teeResidual", place: "Cold stop of the RO", when: "after" },
    proves: "uv",
    when: [{ families: ["ro"] }],
  },
  {
    id: "proved",
    stage,
    kind: "hold",
    title: "Disinfected: put UV in service",
    why: "Only now is the water behind the chamber proven.",
    work: 2,
    water: "on",
    hold: { statement: "Contact time ran with the residual held, and every outlet was flushed." },
    proves: "uv",
  },
  {
    id: "service",
    stage,
    kind: "turn",
    title: "Taps shut: {unit} in service",
    why: "The pipe behind it is proven; from here on the house drinks what it has treated.",
    work: 3,
    water: "on",
    turn: { direction: "outlet full, every tap shut", seenFrom: "each handle" },
    goal: {
      want: "stand",
      positions: {
        ...throughIt,
        before: "open",
        vent: "closed",
        plug: "on",
        behind: "open",
        ...tapsAt("closed"),
      },
    },
  },
  {
    id: "sample",
    stage: "prove",
    kind: "check",
    title: "Bacteria sample booked, for day five to ten",
    why: "One clean sample after the first days is what says that it holds.",
    work: 3,
    water: "on",
    check: { question: "Laboratory named, bottle left, day agreed with the household?" },
  },
];

/**
 * The disinfection of what stands behind a chamber; all of it is done anew where bacteria in the sample
 * open the run again.
 */
export const disinfection: readonly RecipeStep[] = steps.map((step) => ({ again: "too", ...step }));
