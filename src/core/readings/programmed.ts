import type { Level } from "../verdict";
import { GPG } from "../units";
import { rule, type Say } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

interface Difference {
  readonly what: "hardness" | "hour" | "people" | "reserve";
  readonly set: number | string;
  readonly asked: number | string;
}
interface ProgrammedFacts {
  readonly differ: readonly Difference[];
  readonly unknown?: boolean;
}
/** A whole grain is what a valve is set to; it is said in the reader's own unit. */
const valueSaid = (what: Difference["what"], value: number | string, say: Say): string =>
  what === "hardness" ? say.of(Number(value) * GPG, "hardness") : String(value);
const shown = ({ what, set, asked }: Difference, say: Say) =>
  `${what} set to ${valueSaid(what, set, say)}, ${valueSaid(what, asked, say)} computed`;
const programmedRule = rule<ProgrammedFacts>("programmed", {
  reason: ({ differ, unknown }, say) => {
    if (unknown) return "what is to be set is not known: the hardness was not tested";
    return differ.length === 0 ? "set as computed" : differ.map((d) => shown(d, say)).join("; ");
  },
  remedy: ({ unknown, differ }) =>
    unknown ? "Test the hardness" : differ.length > 0 ? "Set it again, or say why it differs" : "",
});

/** A hardness set too low lets hard water through; anything else that differs is asked about. */
const levelOf = (isTooLow: boolean, differing: number): Level =>
  isTooLow ? "Stop" : differing > 0 ? "Check" : "Good";

/** What was set at a control valve, against what was computed for the site (handbook 9, K13). */
export const programmed: ReadingKind = {
  id: "programmed",
  label: "What was set",
  fields: [
    { id: "hardness", label: "Hardness", quantity: "hardness" },
    {
      id: "reserve",
      label: "Reserve",
      options: [
        { id: "day", label: "One day" },
        { id: "none", label: "None" },
      ],
    },
    { id: "hour", label: "Hour of regeneration, 0 to 23", quantity: "count" },
    { id: "people", label: "People", quantity: "count" },
  ],
  judge: (v, { program }) => {
    const [hardness, hour, people] = [numberIn(v, "hardness"), numberIn(v, "hour"), numberIn(v, "people")];
    if (hardness === undefined || hour === undefined || people === undefined || v.reserve === undefined)
      return open("The verdict");
    if (program?.gpg === undefined) return only(programmedRule.unknown({ differ: [], unknown: true }));
    const grains = Math.round((hardness / GPG) * 10) / 10;
    const compared: readonly Difference[] = [
      { what: "hardness", set: grains, asked: program.gpg },
      { what: "hour", set: hour, asked: program.hour },
      ...(program.people === undefined
        ? []
        : [{ what: "people" as const, set: people, asked: program.people }]),
      { what: "reserve", set: v.reserve, asked: program.reserve },
    ];
    const differ = compared.filter((d) => d.set !== d.asked);
    return only(programmedRule.at(levelOf(grains < program.gpg, differ.length), { differ }));
  },
  refuses: (v) =>
    (numberIn(v, "hour") ?? 0) > 23
      ? { field: "hour", because: { text: "An hour of the day, 0 to 23" } }
      : undefined,
  rules: [programmedRule],
};
