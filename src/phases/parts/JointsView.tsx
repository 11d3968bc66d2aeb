import type { Assembly } from "@/core/plumbing/assembly";
import type { JointKind, JointRule } from "@/core/plumbing/joint";
import { alikeJoints } from "@/core/plumbing/made";
import type { Names } from "@/core/plumbing/named";
import { jointMinutes } from "@/core/plumbing/takeOff";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words";
import { JointWay } from "../job/JointWay";

interface JointsProps {
  readonly assembly: Assembly;
  readonly rules: ReadonlyMap<JointKind, JointRule>;
  readonly names: Names;
  readonly profile: UnitSystem;
}

/** Every joint with how it is made: at the bench first, then on the wall. */
export function JointsView({ assembly, rules, names, profile }: JointsProps) {
  const places = [
    { where: "bench", title: "At the bench, before water goes off" },
    { where: "wall", title: "On the wall" },
  ] as const;
  const { minutes, unsaid } = jointMinutes(assembly, rules);
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
                {alikeJoints(own, rules, () => names).map((alike) => (
                  <li key={alike.joints[0]!.id} className="border-t border-hair py-2">
                    <JointWay alike={alike} profile={profile} />
                    <details>
                      <summary className="flex min-h-11 items-center text-sm text-soft">Which ones</summary>
                      <ul className="list-disc pl-5 text-sm">
                        {alike.joints.map((j) => (
                          <li key={j.id} data-joint={j.id}>
                            {saidIn(j.what, profile)}
                          </li>
                        ))}
                      </ul>
                    </details>
                  </li>
                ))}
              </ul>
            </div>
          );
        })}
      </div>
    </section>
  );
}
