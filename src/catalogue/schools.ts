import type { TrainSchools } from "../core/families";

/** Questions on which good installers differ, with the default (handbook 1, Schools). */
export const schools: readonly {
  readonly id: string;
  readonly question: string;
  /** `says`: what a step says where it is chosen. */
  readonly options: readonly { readonly id: string; readonly label: string; readonly says?: string }[];
  readonly fallback: string;
}[] = [
  {
    id: "ironGpg",
    question: "Iron in softener sizing",
    options: [
      { id: "3", label: "3 grains per mg/L" },
      { id: "4", label: "4 grains per mg/L" },
      { id: "5", label: "5 grains per mg/L" },
    ],
    fallback: "4",
  },
  {
    id: "reserve",
    question: "Softener reserve",
    options: [
      {
        id: "day",
        label: "Fixed, one day",
      },
      {
        id: "none",
        label: "None, predictive valve",
      },
    ],
    fallback: "day",
  },
  {
    id: "threads",
    question: "Threads",
    options: [
      { id: "rule", label: "By material", says: "tape on plastic, tape or paste on metal" },
      { id: "tape", label: "Tape only", says: "tape only, clockwise seen from the thread's end" },
      { id: "both", label: "Tape and paste", says: "tape, then paste over it" },
      { id: "paste", label: "Paste only on metal", says: "paste on metal, nothing on plastic" },
    ],
    fallback: "rule",
  },
  {
    id: "pex",
    question: "PEX joints",
    options: [
      {
        id: "crimp",
        label: "Copper crimp ring",
        says: "Copper crimp ring, an eighth of an inch from the end; second bite at a right angle to the first; gauge to the line",
      },
      {
        id: "clamp",
        label: "Stainless clamp ring",
        says: "Stainless clamp ring, tab up; gauge on the closed ear",
      },
      {
        id: "push",
        label: "Push-fit",
        says: "Push-fit: depth marked, pushed to the mark, tugged; it may still turn",
      },
      {
        id: "expansion",
        label: "Expansion",
        says: "Expansion ring: expanded, pushed to the shoulder, held until it grips",
      },
    ],
    fallback: "crimp",
  },
  {
    id: "copper",
    question: "Copper joints",
    options: [
      { id: "solder", label: "Solder" },
      { id: "pushFit", label: "Push-fit" },
    ],
    fallback: "solder",
  },
  {
    id: "wallJoints",
    question: "Joints on the wall",
    options: [
      { id: "same", label: "As at the bench" },
      {
        id: "pushFit",
        label: "Push-fit",
      },
    ],
    fallback: "same",
  },
  {
    id: "trainPipe",
    question: "Pipe of the train",
    options: [
      { id: "house", label: "As the house's" },
      { id: "pex", label: "PEX" },
    ],
    fallback: "house",
  },
  {
    id: "bypass",
    question: "Bypass",
    options: [
      {
        id: "both",
        label: "Built-in and three-valve",
        says: "Three valves round the whole train, and the head's own bypass",
      },
      { id: "three", label: "Three-valve", says: "Three valves round the whole train" },
      {
        id: "builtin",
        label: "Built into each head",
        says: "Each head's own bypass, a shut-off before and behind",
      },
      {
        id: "isolating",
        label: "Isolating valves only",
        says: "A shut-off ahead and behind, and no way past",
      },
    ],
    fallback: "both",
  },
  {
    id: "order",
    question: "Carbon and softener",
    options: [
      { id: "disinfectant", label: "Carbon first above 0.5 mg/L disinfectant" },
      { id: "carbon", label: "Carbon first" },
      { id: "softener", label: "Softener first" },
    ],
    fallback: "disinfectant",
  },
  {
    id: "tankValve",
    question: "RO tank valve during first start",
    options: [
      { id: "shut", label: "Shut until rinsed" },
      {
        id: "open",
        label: "Open, one discard more",
      },
    ],
    fallback: "shut",
  },
  {
    id: "roRinse",
    question: "RO first rinse, where the unit does not say",
    options: [
      { id: "15", label: "15 min" },
      { id: "30", label: "30 min" },
      { id: "40", label: "40 min" },
    ],
    fallback: "30",
  },
  {
    id: "preFilterRinse",
    question: "RO pre-filter rinse",
    options: [
      { id: "one", label: "One rinse with all stages" },
      { id: "first", label: "Stages 1 and 2 alone first" },
    ],
    fallback: "one",
  },
  {
    id: "uvChamber",
    question: "UV chamber",
    options: [
      {
        id: "upright",
        label: "Upright, inlet at the bottom",
        says: "Upright, inlet below, lamp end up: air leaves by itself.",
      },
      {
        id: "horizontal",
        label: "Horizontal allowed, air purged",
        says: "Horizontal is allowed here: then its air is purged before the lamp is powered.",
      },
    ],
    fallback: "upright",
  },
  {
    id: "sleeve",
    question: "Sealing the quartz sleeve, where the unit does not say",
    options: [
      {
        id: "grease",
        label: "Silicone grease on the O-ring",
        says: "Sleeve's O-ring with food-grade silicone, unless the unit says otherwise",
      },
      {
        id: "dry",
        label: "Warm O-rings, slid dry",
        says: "Sleeve's O-ring warmed and slid dry, unless the unit says otherwise",
      },
    ],
    fallback: "grease",
  },
  {
    id: "uvPower",
    question: "UV first power",
    options: [
      { id: "full", label: "Chamber full first" },
      { id: "lamp", label: "Lamp first" },
    ],
    fallback: "full",
  },
  {
    id: "outdoor",
    question: "Outdoor taps",
    options: [
      { id: "before", label: "Before treatment", says: "Outdoor taps are taken off before the treatment" },
      { id: "treated", label: "Treated too", says: "Outdoor taps stay behind the treatment" },
    ],
    fallback: "before",
  },
  {
    id: "connector",
    question: "Flexible connector",
    options: [
      { id: "house", label: "House end first", says: "House end first, then the bend, then the unit" },
      {
        id: "unit",
        label: "Unit end first",
        says: "Unit end first, then the bend, then onto the pipe's stem",
      },
    ],
    fallback: "house",
  },
  {
    id: "flexible",
    question: "Flexible connectors at heads",
    options: [
      { id: "box", label: "Where they come in the box" },
      { id: "all", label: "At every head with nuts" },
      { id: "none", label: "Nowhere: pipe up to the head" },
    ],
    fallback: "box",
  },
  {
    id: "coupling",
    question: "Coupling nut over an O-ring",
    options: [
      { id: "hand", label: "By hand", says: "Coupling nuts over their O-rings by hand" },
      {
        id: "wrench",
        label: "Snugged with a wrench",
        says: "Coupling nuts by hand, then snugged with a wrench held against a second",
      },
    ],
    fallback: "hand",
  },
  {
    id: "housings",
    question: "Housings",
    options: [
      {
        id: "hand",
        label: "Hand-tight, wrench if it weeps",
        says: "Hand-tight; the wrench only if it weeps or the unit says so",
      },
      { id: "wrench", label: "Plus ¼ to ½ turn", says: "Hand-tight and ¼ to ½ turn with the wrench" },
    ],
    fallback: "hand",
  },
  {
    id: "peak",
    question: "Peak flow",
    options: [
      { id: "larger", label: "The larger of both" },
      { id: "fixtureUnits", label: "Fixture units" },
      { id: "together", label: "Fixtures together" },
    ],
    fallback: "larger",
  },
  {
    id: "soakPlace",
    question: "Where to soak",
    options: [
      {
        id: "fewer",
        label: "Whichever gives fewer visits",
        says: "Wherever it saves a visit: filled at the shop where the van comes anyway, else here",
      },
      { id: "site", label: "On site", says: "Soaked on site" },
      { id: "shop", label: "At the shop", says: "Soaked at the shop, carried full and closed" },
    ],
    fallback: "fewer",
  },
  {
    id: "firstRegeneration",
    question: "Manual softener: first regeneration",
    options: [
      { id: "now", label: "At the installation" },
      { id: "later", label: "After the computed litres" },
    ],
    fallback: "now",
  },
  {
    id: "newPipe",
    question: "Disinfecting new or opened pipe",
    options: [
      { id: "slow", label: "50 mg/L for 24 h" },
      { id: "fast", label: "200 mg/L for 3 h" },
    ],
    fallback: "slow",
  },
];

export const defaultSchools: Readonly<Record<string, string>> = Object.fromEntries(
  schools.map((s) => [s.id, s.fallback]),
);

/** How a train is passed by under each answer to the question of the bypass. */
const arrangements: Readonly<Record<string, TrainSchools["arrangement"]>> = {
  both: "threeValve",
  three: "threeValve",
  builtin: "heads",
  isolating: "none",
};

/** The schools that judgements depend on, from the company's choices and its discard count. */
export function trainSchools(chosen: Readonly<Record<string, string>>, roDiscards: number): TrainSchools {
  const of = (id: string) => chosen[id] ?? defaultSchools[id]!;
  return {
    ironGpg: Number(of("ironGpg")),
    reserveDay: of("reserve") === "day",
    litresPerDrinker: 4,
    peak: of("peak") as TrainSchools["peak"],
    order: of("order") as TrainSchools["order"],
    tankOpen: of("tankValve") === "open",
    roRinseMinutes: Number(of("roRinse")),
    roDiscards,
    arrangement: arrangements[of("bypass")] ?? "threeValve",
    lampFirst: of("uvPower") === "lamp",
  };
}
