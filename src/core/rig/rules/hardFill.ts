import { rigRule } from "./rule";

/** The part of the rig that is filled too fast: media, or pipe alone. */
const MEDIA = "media";
/**
 * A region fills through more than its units allow. It is raised by the move that fills it: first for
 * media, then for pipe.
 */
export const hardFill = rigRule({
  id: "hardFill",
  name: "hard fill",
  conditions: () => [
    { subject: MEDIA, level: "Stop" },
    { subject: "pipe", level: "Check" },
  ],
  reason: ({ subjects }) =>
    subjects.includes(MEDIA)
      ? "Media would be filled through more than a quarter"
      : "Empty pipe would be filled through more than a quarter",
  remedy: () => "Open a quarter first, and wait until the sound stops",
  wayOut: "It needs a valve that can be opened a quarter",
});
