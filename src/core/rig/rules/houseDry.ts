import { raise } from "../scratch";
import { rigRule } from "./rule";

/** House not reached from the main: a Check, outside the agreed hours without water a Stop. */
export const houseDry = rigRule({
  id: "houseDry",
  name: "house dry",
  conditions: ({ circumstances }) => [
    { subject: "house", level: circumstances.waterOff === "notAgreed" ? "Stop" : "Check" },
  ],
  holds: ({ c, t, houseLive }, first) => {
    if (c.house >= 0 && !houseLive) raise(t.holds, first);
  },
  reason: (_f, _say, level) =>
    level === "Stop" ? "The house goes dry outside the agreed hours" : "The house goes dry",
  remedy: () => "Feed the house past the train first",
  wayOut: "Agree hours without water with the household first",
});
