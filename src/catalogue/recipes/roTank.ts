import type { Recipe, RecipeStep } from "../../core/run/recipe";
import {
  discardTank,
  drainSaddle,
  faucetFromAbove,
  faucetFromBelow,
  flowsRead,
  lookedAfter,
  membraneSerial,
  outletSeen,
  rejectionRead,
} from "./drinking";
import { dryAtStop, dryFirst } from "./dry";
import { serial } from "./serial";
import { feedAdapter, stopProved } from "./stopProved";
import { lengthOf, roomOf } from "./unitFigure";

/** Only the pre-filters see water: the membrane's line is open, the tank shut. */
const rinsing = {
  want: "stand",
  positions: { tankValve: "closed", line: "apart", valve: "open" },
  permits: ["line"],
  feed: "valve",
} satisfies RecipeStep["goal"];
/** The unit rinses its first stages alone, or the company does where the unit does not say. */
const stagesApart: RecipeStep["when"] = [
  {
    any: [
      { unit: "startUp.rinseLitresNext", has: true },
      { school: "preFilterRinse", is: ["first"] },
    ],
  },
];
const stagesTogether: RecipeStep["when"] = [
  { unit: "startUp.rinseLitresNext", has: false },
  { school: "preFilterRinse", is: ["one"] },
];
const litres = { of: "startUp.rinseLitres", usual: 6 };

const place: readonly RecipeStep[] = [
  ...stopProved,
  {
    id: "tags",
    stage: "place",
    kind: "check",
    title: "Tag each tube's end by its port",
    why: "Colours differ from unit to unit: red is feed on one and waste on the next.",
    work: 5,
    water: "any",
    lists: ["ports"],
    check: { question: "Every tube end tagged before cutting?", photo: "wanted" },
  },
  faucetFromBelow,
  faucetFromAbove,
  feedAdapter,
  { ...drainSaddle, when: [{ unit: "ro.airGapFaucet", has: false }] },
  {
    ...drainSaddle,
    id: "saddleAirGap",
    title: "Drain saddle for an air-gap faucet",
    details: [
      "Side or top of a horizontal run where there is one, not behind the trap",
      "Hole of {saddle} through one wall only, bit stopped; pad round it",
      "Hole and saddle lined up by a pin while the screws are turned: an offset hole chokes the drain",
      "Small barb of the faucet: from the restrictor, or the pump's brine port. Large barb: {wide} tube to the saddle, falling all the way",
    ],
    figures: {
      saddle: lengthOf("fit.holes.saddle", "3/8 in", "9.5 mm"),
      wide: { us: "3/8 in", metric: "9.5 mm" },
    },
    when: [{ unit: "ro.airGapFaucet", has: true }],
  },
  {
    id: "precharge",
    stage: "place",
    kind: "read",
    title: "Check the tank's pre-charge, empty",
    why: "A wrong pre-charge halves the water in the tank.",
    work: 5,
    water: "any",
    read: { reading: "precharge", place: "RO tank, empty", when: "before" },
  },
  {
    id: "tank",
    stage: "place",
    kind: "do",
    title: "Tank's valve on, closed; tank on its stand",
    why: "An O-ring inside takes no tape; a bare thread takes four to five turns.",
    work: 5,
    water: "any",
    tightening: "O-ring: hand-tight. Bare thread: hand-tight and ½ to 1 turn",
  },
  {
    id: "hang",
    stage: "place",
    kind: "do",
    title: "Hang {unit}, its screws by its own spacing",
    why: "Bowls need {below} below them to come off.",
    work: 15,
    water: "any",
    cautions: ["drilling"],
    details: [
      "Screws {spacing} apart, measured on the bracket",
      "Slack in every tube, so that it can be lifted off",
    ],
    figures: {
      below: roomOf("fit.free.below", "4 in", "100 mm"),
      spacing: lengthOf("fit.holes.spacing", "6 in", "152 mm"),
    },
  },
];

const join: readonly RecipeStep[] = [
  {
    id: "tubes",
    stage: "join",
    kind: "do",
    title: "Tubes by port name: square, full depth, tug, clip",
    why: "A tube not home holds until the first pressure.",
    work: 20,
    water: "any",
    tightening: "Push to the stop, tug, clip or collet lock on",
    lists: ["ports"],
    joins: "tubes",
  },
  {
    id: "permeatePump",
    stage: "join",
    kind: "do",
    title: "Permeate pump: four tubes by port, upright",
    why: "Brine goes through it to the drain; product goes through it to the tank.",
    work: 10,
    water: "any",
    tightening: "Push to the stop, tug, clip",
    when: [{ unit: "ro.permeatePump", is: [true] }],
  },
  {
    id: "filtersApart",
    stage: "join",
    kind: "check",
    title: "Pre-filters: arrows read, unwrapped, right way up",
    why: "Direction marks go out with the wrapping.",
    work: 10,
    water: "any",
    check: {
      question: "Marks photographed before the wraps came off, rings greased and seen in their grooves?",
      photo: "needed",
    },
    details: ["The third bowl stays empty until the first two are clear", "The membrane stays in its bag"],
    when: stagesApart,
  },
  {
    id: "filters",
    stage: "join",
    kind: "check",
    title: "Pre-filters: arrows read, unwrapped, right way up",
    why: "Direction marks go out with the wrapping.",
    work: 10,
    water: "any",
    check: {
      question: "Marks photographed before the wraps came off, rings greased and seen in their grooves?",
      photo: "needed",
    },
    when: stagesTogether,
  },
  {
    id: "bowls",
    stage: "join",
    kind: "do",
    title: "Close the bowls of {unit} by hand",
    why: "An over-tight bowl cracks; a dry O-ring leaks.",
    work: 5,
    water: "any",
    tightening: "{school.housings}",
  },
  serial,
];

const rinse = {
  stage: "firstWater",
  kind: "flow",
  work: 10,
  water: "on",
  goal: rinsing,
  proves: "prefilters",
} satisfies Partial<RecipeStep>;

const firstWater: readonly RecipeStep[] = [
  {
    ...rinse,
    id: "firstStages",
    title: "Rinse the first two stages into a vessel",
    why: "{amount}, measured: their fines would end in the last stage.",
    figures: {
      amount: { of: "startUp.rinseLitres", quantity: "volume", usual: { us: "1.5 gal", metric: "6 L" } },
    },
    details: ["Third bowl empty, its outlet tube in the vessel"],
    flow: {
      minutes: 2,
      litres,
      until: "clear",
      direction: "forward",
      to: "a vessel, from the third bowl's outlet tube",
    },
    when: stagesApart,
  },
  {
    id: "thirdStage",
    stage: "firstWater",
    kind: "do",
    title: "Feed shut and relieved: third stage in",
    why: "A bowl under pressure comes off by itself.",
    work: 5,
    water: "any",
    goal: { want: "stand", positions: { valve: "closed" } },
    cautions: ["relieve"],
    when: stagesApart,
  },
  {
    ...rinse,
    id: "allStages",
    title: "Rinse all stages into the vessel",
    why: "{amount} more, or until clear: carbon fines would foul the membrane.",
    figures: {
      amount: {
        of: "startUp.rinseLitresNext",
        quantity: "volume",
        usual: { us: "1 to 2 gal", metric: "4 to 8 L" },
      },
    },
    flow: {
      minutes: 2,
      litres: { of: "startUp.rinseLitresNext", usual: 4 },
      until: "clear",
      direction: "forward",
      to: "a vessel, at the open line before the membrane",
    },
    when: stagesApart,
  },
  {
    ...rinse,
    id: "firstRinse",
    title: "Rinse the pre-filters into a bucket",
    why: "{amount}, or until clear: carbon fines would foul the membrane.",
    figures: {
      amount: {
        of: "startUp.rinseLitres",
        quantity: "volume",
        usual: { us: "1 to 2 gal", metric: "4 to 8 L" },
      },
    },
    flow: {
      minutes: 2,
      litres,
      until: "clear",
      direction: "forward",
      to: "a bucket, at the open line before the membrane",
    },
    when: stagesTogether,
  },
  {
    id: "membrane",
    stage: "firstWater",
    kind: "check",
    title: "Feed shut: membrane from its bag, seated to the stop",
    why: "Not fully seated, raw water goes round it.",
    work: 10,
    water: "any",
    goal: { want: "stand", positions: { valve: "closed", line: "joined" } },
    cautions: ["relieve"],
    check: {
      question:
        "Feed shut and relieved, membrane not touched by hand, both O-rings in, seated, line rejoined?",
      photo: "wanted",
    },
    details: [
      "Its direction may be on the packet only: read it before it goes",
      "Cap hand-tight and ¼ to ½ turn",
    ],
  },
  membraneSerial,
  {
    id: "open",
    stage: "firstWater",
    kind: "turn",
    title: "Tank shut, feed open slowly",
    why: "The first water must not go into the tank.",
    work: 5,
    water: "on",
    turn: { direction: "feed valve a quarter; tank valve across its tube", seenFrom: "the cabinet door" },
    goal: { want: "stand", positions: { tankValve: "closed", faucet: "closed", valve: "quarter" } },
    cautions: ["standClear"],
    details: ["Faucet open until it dribbles, then shut"],
    when: [{ tankOpen: false }],
  },
  {
    id: "openBoth",
    stage: "firstWater",
    kind: "turn",
    title: "Tank open, feed open slowly",
    why: "The house school: the first water goes into the tank, and one tank more is discarded.",
    work: 5,
    water: "on",
    turn: { direction: "feed valve a quarter; tank valve along its tube", seenFrom: "the cabinet door" },
    goal: { want: "stand", positions: { tankValve: "open", faucet: "closed", valve: "quarter" } },
    cautions: ["standClear"],
    when: [{ tankOpen: true }],
  },
  { ...dryFirst, stage: "firstWater" },
  dryAtStop,
];

const running: readonly RecipeStep[] = [
  {
    id: "pump",
    stage: "power",
    kind: "check",
    title: "Plug the pump of {unit} in",
    why: "It needs water first; without it the feed is too low for every reading after this.",
    work: 2,
    water: "on",
    power: "on",
    goal: { want: "stand", positions: { valve: "open", plug: "on" } },
    check: { question: `${outletSeen}; pump running without air?` },
    cautions: ["dryPump", "groundFault"],
    when: [{ unit: "booster", has: true }],
  },
  {
    id: "rinse",
    stage: "branch",
    kind: "flow",
    title: "Faucet open: rinse with the tank shut",
    why: "Dark water first is carbon; tiny bubbles are air.",
    work: 3,
    water: "on",
    goal: { want: "stand", positions: { tankValve: "closed", valve: "open", faucet: "open" } },
    flow: { minutes: "$ro.rinseMinutes", direction: "forward", to: "the sink, faucet open" },
    when: [{ tankOpen: false }],
  },
  {
    id: "rinseBoth",
    stage: "branch",
    kind: "flow",
    title: "Faucet open: rinse",
    why: "Dark water first is carbon; tiny bubbles are air.",
    work: 3,
    water: "on",
    goal: { want: "stand", positions: { valve: "open", faucet: "open" } },
    flow: { minutes: "$ro.rinseMinutes", direction: "forward", to: "the sink, faucet open" },
    when: [{ tankOpen: true }],
  },
  discardTank,
  {
    id: "lastFill",
    stage: "branch",
    kind: "do",
    title: "Let the tank fill",
    why: "What it took is kept beside what the design predicted.",
    work: 5,
    water: "on",
    goal: { want: "stand", positions: { tankValve: "open", faucet: "closed", valve: "open" } },
    wait: { minutes: 1, expected: "fill" },
  },
  {
    id: "silent",
    stage: "branch",
    kind: "check",
    title: "Some minutes after full: is the drain silent?",
    why: "A drain that runs when full wastes water for ever.",
    work: 1,
    water: "on",
    wait: { minutes: 5 },
    check: { question: "Tank full, and nothing heard or seen at the drain?" },
  },
  rejectionRead,
  flowsRead,
  lookedAfter,
];

/** RO with a tank (handbook 5; handbook 9, K3, K17, K18). */
export const roTank: Recipe = {
  id: "ro-tank",
  version: 5,
  title: "RO with tank",
  families: ["ro"],
  steps: [...place, ...join, ...firstWater, ...running],
};
