import { sealSaid, sizedSaid, type AlikeJoints } from "@/core/plumbing/made";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words";

/** How many joints are made alike, and how: what seals them, how tight, with which tool. */
export function JointWay({ alike, profile }: { alike: AlikeJoints; profile: UnitSystem }) {
  const { tightening, byManual, tool } = alike;
  const seal = sealSaid(alike);
  return (
    <>
      <p>
        <span className="num">{alike.joints.length}</span> × {sizedSaid(alike)}
        {seal ? <span>: {seal}</span> : null}
      </p>
      <p className="text-sm text-soft">
        {byManual ? "By the unit's manual: " : ""}
        {saidIn(tightening, profile)}
        {tool ? `. Tool: ${tool}` : ""}
      </p>
    </>
  );
}
