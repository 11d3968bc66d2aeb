import type { AlikeJoints } from "@/core/plumbing/made";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words";

const sealantWords: Readonly<Record<AlikeJoints["sealant"], string>> = {
  tape: "tape only",
  paste: "paste",
  tapeAndPaste: "tape, then paste",
  tapeOrPaste: "tape or paste",
  grease: "food-grade silicone",
  flux: "flux",
  cement: "cement",
  none: "",
};

/** How many joints are made alike, and how: what seals them, how tight, with which tool. */
export function JointWay({ alike, profile }: { alike: AlikeJoints; profile: UnitSystem }) {
  const { label, size, sealant, turns, tightening, byManual, tool, joints } = alike;
  const seal = sealantWords[sealant];
  return (
    <>
      <p>
        <span className="num">{joints.length} ×</span> <span className="num">{size} in</span> {label}
        {seal ? <span>: {turns ? `${seal}, ${turns} turns` : seal}</span> : null}
      </p>
      <p className="text-sm text-soft">
        {byManual ? "By the unit's manual: " : ""}
        {saidIn(tightening, profile)}
        {tool ? `. Tool: ${tool}` : ""}
      </p>
    </>
  );
}
