import type { Recipe, RecipeStep } from "../../core/run/recipe";
import { connectors } from "./connectors";
import { dry, dryFirst } from "./dry";
import { serial } from "./serial";
import { minutesOf } from "./unitFigure";

/**
 * Media that soaks and is flushed, and media whose maker asks only for a purge at the nearest tap (handbook
 * 9, K4, K6).
 */
const soaked: RecipeStep["when"] = [{ unit: "startUp.purge", has: false }];
const purged: RecipeStep["when"] = [{ unit: "startUp.purge", has: true }];

/** Salt-free conditioner (handbook 5; handbook 9, K4, K5). */
export const conditioner: Recipe = {
  id: "conditioner",
  version: 3,
  title: "Salt-free conditioner",
  families: ["conditioner"],
  steps: [
    {
      id: "place",
      stage: "place",
      kind: "do",
      title: "Stand {unit} in its place",
      why: "Level; head level with its neighbours. Full it weighs {mass}.",
      work: 10,
      water: "bypassed",
    },
    {
      id: "join",
      stage: "join",
      kind: "do",
      title: "Join {unit} with its connectors",
      why: "A bend that is forced leaks where it cannot be reached.",
      work: 20,
      water: "bypassed",
      ...connectors,
    },
    serial,
    {
      id: "fill",
      stage: "start",
      kind: "turn",
      title: "Conditioner to service with the carbon still bypassed",
      why: "Fines of one must not pass through the other.",
      work: 10,
      water: "on",
      turn: { direction: "bypass to service, a quarter until the sound stops", seenFrom: "above the head" },
      goal: { want: "fill" },
      cautions: ["standClear"],
    },
    dryFirst,
    {
      id: "vent",
      stage: "start",
      kind: "flow",
      title: "Vent at the nearest cold tap until no air comes",
      why: "Air left in the media keeps it dry.",
      work: 3,
      water: "on",
      goal: { want: "flush" },
      flow: { minutes: 1, until: "noAir", direction: "forward", to: "the nearest cold tap, aerator off" },
      cautions: ["drains"],
    },
    dry,
    {
      id: "purge",
      stage: "start",
      kind: "flow",
      title: "Purge {unit} at the nearest tap, its screen off",
      why: "This unit states no soak: its dust leaves here.",
      work: 3,
      water: "on",
      goal: { want: "flush", fully: true },
      flow: {
        minutes: minutesOf("startUp.purge", 5),
        until: "clear",
        direction: "forward",
        to: "the nearest cold tap, screen off",
      },
      cautions: ["drains"],
      when: purged,
    },
    {
      id: "soak",
      stage: "start",
      kind: "soak",
      title: "Soak the conditioner, walking round it meanwhile",
      why: "The media has to wet through; the head may go to bypass meanwhile if the house needs water.",
      work: 2,
      water: "bypassed",
      soak: { minutes: minutesOf("startUp.soak", 60), maxMinutes: 10_080 },
      cautions: ["untreated"],
      when: soaked,
    },
    {
      id: "flush",
      stage: "start",
      kind: "flow",
      title: "Flush {unit} with a full flow",
      why: "{flow} carries the loose media dust out.",
      figures: { flow: { us: "5 gpm", metric: "19 L/min" } },
      details: ["Several taps: with all of them running each is measured in turn, then summed"],
      work: 5,
      water: "on",
      goal: { want: "flush", fully: true },
      flow: {
        low: { of: "startUp.flushLow", usual: 17 },
        high: { of: "startUp.flushHigh", usual: 24 },
        minutes: minutesOf("startUp.flush", 5),
        direction: "forward",
        to: "the drains of the taps below",
        taps: true,
      },
      cautions: ["drains"],
      when: soaked,
    },
    {
      id: "trickle",
      stage: "start",
      kind: "flow",
      title: "Then a slow flow for an hour",
      why: "{flow} settles the media and finishes the rinse.",
      figures: { flow: { us: "1/2 gpm", metric: "2 L/min" } },
      work: 5,
      water: "on",
      flow: {
        low: 1.5,
        high: 2.5,
        minutes: minutesOf("startUp.trickle", 60),
        until: "clear",
        direction: "forward",
        to: "one cold tap",
      },
      cautions: ["drains"],
      when: soaked,
    },
  ],
};
