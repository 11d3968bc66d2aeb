import type { TrainSchools } from "../core/families";

/** Questions on which good installers differ, with the default (handbook 1, Schools). */
export const schools: readonly {
  readonly id: string;
  readonly question: string;
  readonly options: readonly { readonly id: string; readonly label: string }[];
  readonly fallback: string;
  /** False while no phase that works depends on it. */ readonly used?: boolean;
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
      { id: "rule", label: "By material" },
      { id: "tape", label: "Tape only" },
      { id: "both", label: "Tape and paste" },
      { id: "paste", label: "Paste only on metal" },
    ],
    fallback: "rule",
    used: false,
  },
  {
    id: "pex",
    question: "PEX joints",
    options: [
      { id: "crimp", label: "Copper crimp ring" },
      { id: "clamp", label: "Stainless clamp ring" },
      { id: "push", label: "Push-fit" },
      { id: "expansion", label: "Expansion" },
    ],
    fallback: "crimp",
    used: false,
  },
  {
    id: "bypass",
    question: "Bypass",
    options: [
      { id: "both", label: "Built-in and three-valve" },
      { id: "three", label: "Three-valve" },
      { id: "builtin", label: "Built into each head" },
      { id: "isolating", label: "Isolating valves only" },
    ],
    fallback: "both",
    used: false,
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
    used: false,
  },
  {
    id: "uvChamber",
    question: "UV chamber",
    options: [
      {
        id: "upright",
        label: "Upright, inlet at the bottom",
      },
      {
        id: "horizontal",
        label: "Horizontal allowed, air purged",
      },
    ],
    fallback: "upright",
    used: false,
  },
  {
    id: "sleeve",
    question: "Sealing the quartz sleeve, where the unit does not say",
    options: [
      { id: "grease", label: "Silicone grease on the O-ring" },
      {
        id: "dry",
        label: "Warm O-rings, slid dry",
      },
    ],
    fallback: "grease",
    used: false,
  },
  {
    id: "uvPower",
    question: "UV first power",
    options: [
      { id: "full", label: "Chamber full first" },
      { id: "lamp", label: "Lamp first" },
    ],
    fallback: "full",
    used: false,
  },
  {
    id: "outdoor",
    question: "Outdoor taps",
    options: [
      { id: "before", label: "Before treatment" },
      { id: "treated", label: "Treated too" },
    ],
    fallback: "before",
    used: false,
  },
  {
    id: "connector",
    question: "Flexible connector",
    options: [
      { id: "house", label: "House end first" },
      { id: "unit", label: "Unit end first" },
    ],
    fallback: "house",
    used: false,
  },
  {
    id: "coupling",
    question: "Coupling nut over an O-ring",
    options: [
      { id: "hand", label: "By hand" },
      { id: "wrench", label: "Snugged with a wrench" },
    ],
    fallback: "hand",
    used: false,
  },
  {
    id: "housings",
    question: "Housings",
    options: [
      {
        id: "hand",
        label: "Hand-tight, wrench if it weeps",
      },
      { id: "wrench", label: "Plus ¼ to ½ turn" },
    ],
    fallback: "hand",
    used: false,
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
      { id: "fewer", label: "Whichever gives fewer visits" },
      { id: "site", label: "On site" },
      { id: "shop", label: "At the shop" },
    ],
    fallback: "fewer",
    used: false,
  },
];

export const defaultSchools: Readonly<Record<string, string>> = Object.fromEntries(
  schools.map((s) => [s.id, s.fallback]),
);

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
  };
}
