import type { Assembly, Joint } from "@/core/plumbing/assembly";
import { tapeFor, type JointKind, type JointRule } from "@/core/plumbing/joint";
import { jointMinutes } from "@/core/plumbing/takeOff";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words";
import { jointSaid, type Names } from "./words";

interface JointsProps {
  readonly assembly: Assembly;
  readonly rules: ReadonlyMap<JointKind, JointRule>;
  readonly names: Names;
  readonly profile: UnitSystem;
}

const sealantWords = {
  tape: "tape only",
  paste: "paste",
  tapeAndPaste: "tape, then paste",
  tapeOrPaste: "tape or paste",
  grease: "food-grade silicone",
  flux: "flux",
  cement: "cement",
  none: "",
} as const;

/** Joints that are made alike: their kind, size, sealant and tightening. */
function alike(joints: readonly Joint[]): readonly (readonly Joint[])[] {
  const groups = new Map<string, Joint[]>();
  for (const j of joints) {
    const key = JSON.stringify([j.kind, j.size, j.tightening, j.sealant]);
    groups.set(key, [...(groups.get(key) ?? []), j]);
  }
  return [...groups.values()];
}

/** Joints that are made in the same way, with how, and what each joins. */
function Alike({
  joints,
  rules,
  names,
  profile,
}: { joints: readonly Joint[] } & Omit<JointsProps, "assembly">) {
  const { kind, size, sealant, tightening } = joints[0]!;
  const rule = rules.get(kind)!;
  const seal = sealantWords[sealant ?? rule.sealant];
  const turns = seal.startsWith("tape") ? tapeFor(size)?.turns : undefined;
  return (
    <li className="border-t border-hair py-2">
      <p>
        <span className="num">{joints.length} ×</span> <span className="num">{size} in</span> {rule.label}
        {seal ? <span>: {turns ? `${seal}, ${turns} turns` : seal}</span> : null}
      </p>
      <p className="text-sm text-soft">
        {tightening ? `By the unit's manual: ${tightening}` : saidIn(rule.tightening, profile)}
        {rule.tool ? `. Tool: ${rule.tool}` : ""}
      </p>
      <details>
        <summary className="flex min-h-11 items-center text-sm text-soft">Which ones</summary>
        <ul className="list-disc pl-5 text-sm">
          {joints.map((j) => (
            <li key={j.id} data-joint={j.id}>
              {names.run(j.run)}: {jointSaid(j, names)}
            </li>
          ))}
        </ul>
      </details>
    </li>
  );
}

/** Every joint with how it is made: at the bench first, then on the wall. */
export function JointsView({ assembly, ...props }: JointsProps) {
  const places = [
    { where: "bench", title: "At the bench, before water goes off" },
    { where: "wall", title: "On the wall" },
  ] as const;
  const { minutes, unsaid } = jointMinutes(assembly, props.rules);
  return (
    <section aria-labelledby="joints" data-joints>
      <h2 id="joints">Joints</h2>
      <p className="mb-3 text-soft">
        Those of which it is known take about <span className="num">{minutes}</span> minutes; {unsaid} others,
        threads and nuts among them, are not counted. The unit&apos;s own manual wins.
      </p>
      <div className="grid gap-x-10 gap-y-6 xl:grid-cols-2">
        {places.map(({ where, title }) => {
          const own = assembly.joints.filter((j) => j.where === where);
          return (
            <div key={where} data-joints-at={where}>
              <h3 className="mb-1">
                {title} <span className="num font-normal text-soft">{own.length}</span>
              </h3>
              <ul>
                {alike(own).map((group) => (
                  <Alike key={group[0]!.id} joints={group} {...props} />
                ))}
              </ul>
            </div>
          );
        })}
      </div>
    </section>
  );
}
