import { rule } from "../words";
import type { Family } from "./family";

const shutsWhenWet = rule<Record<string, never>>("leak-stop", {
  reason: () => "shuts the feed when its pad gets wet",
});

/** Leak-stop valve on another unit's feed. */
export const leakStop: Family = {
  id: "leakStop",
  label: "Leak stop",
  figures: {},
  judge: () => ({
    figures: [],
    verdicts: [shutsWhenWet.good({})],
    cautions: ["On a flat, dry floor; the pad goes in last, after the leak check, with a spare left."],
  }),
  rules: [shutsWhenWet],
  connects: () => "feed",
  rig: { media: false, flushed: false, gentle: "open" },
  shape: "small",
  service: [
    { what: "Change the pad, wet it to see that it shuts", when: "once a year, and after every leak" },
  ],
  told: [],
};
