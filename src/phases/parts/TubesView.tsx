import type { Route } from "next";
import { cabinetFields } from "@/core/fit/cabinet";
import {
  isUnderSink,
  jointsOfTubes,
  needsUnion,
  tubeName,
  tubeNames,
  unionName,
  type Tube,
  type TubeEnd,
  type Tubing,
} from "@/core/fit/tubes";
import type { JointKind, JointRule } from "@/core/plumbing/joint";
import { alikeJoints } from "@/core/plumbing/made";
import { cutSaid } from "@/core/plumbing/named";
import type { UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import { VerdictShape } from "@/ui/VerdictMark";
import { JointWay } from "../job/JointWay";
import { tubeAnchor } from "../fit/words";

interface TubesProps {
  readonly jobId: string;
  readonly tubing: Tubing;
  readonly rules: ReadonlyMap<JointKind, JointRule>;
  readonly profile: UnitSystem;
}

/** One end of a tube, with how far it goes in. */
function End({ end, profile }: { end: TubeEnd; profile: UnitSystem }) {
  return (
    <>
      {end.name}
      {end.insertMm === undefined ? null : (
        <span className="num block text-sm text-soft">mark at {cutSaid(end.insertMm, profile)}</span>
      )}
    </>
  );
}

const comesWords: Readonly<Record<Tube["comes"], string>> = {
  inBox: "in the box",
  brought: "to bring",
  there: "the appliance's own",
};

/** What a tube is cut to; away from a sink nobody asks for its way beforehand. */
function CutTo({ tube, profile }: { tube: Tube; profile: UnitSystem }) {
  if (tube.lengthMm !== undefined) return cutSaid(tube.lengthMm, profile);
  if (tube.comes === "there") return "as it is";
  if (!isUnderSink(tube)) return "cut on site";
  return (
    <>
      <VerdictShape level="Unknown" /> Unknown
    </>
  );
}

/** Every tube with what it is cut to; a length that nobody can say is Unknown. */
function TubesTable({ tubing, profile }: Pick<TubesProps, "tubing" | "profile">) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full min-w-[34rem]" data-tubes>
        <thead>
          <tr className="text-left text-sm text-soft">
            <th scope="col" className="pr-3">
              <span className="visually-hidden">Number</span>
            </th>
            <th scope="col">Tube</th>
            <th scope="col">From</th>
            <th scope="col">To</th>
            <th scope="col" className="text-right">
              Cut to
            </th>
          </tr>
        </thead>
        <tbody>
          {tubing.tubes.map((tube, i) => (
            <tr
              key={tube.id}
              id={tubeAnchor(tube.id)}
              className="border-t border-hair align-top"
              data-tube={tube.id}
            >
              <td className="num py-2 pr-3">{i + 1}</td>
              <th scope="row" className="py-2 pr-3 text-left font-normal">
                {tubeName(tube)}
                <span className="block text-sm text-soft">
                  {comesWords[tube.comes]}
                  {needsUnion(tube) ? `; with a ${unionName(tube)}` : ""}
                </span>
              </th>
              <td className="py-2 pr-3">
                <End end={tube.from} profile={profile} />
              </td>
              <td className="py-2 pr-3">
                <End end={tube.to} profile={profile} />
              </td>
              <td className="num py-2 text-right whitespace-nowrap">
                <CutTo tube={tube} profile={profile} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The tubes of units that are not in the house's line, and every joint of theirs. */
export function TubesView({ jobId, tubing, rules, profile }: TubesProps) {
  const joints = [...jointsOfTubes(tubing).values()].flat();
  const underSink = tubing.tubes.filter(isUnderSink);
  const isOpen = underSink.some((t) => t.lengthMm === undefined);
  return (
    <section aria-labelledby="tubes">
      <h2 id="tubes">Tubes</h2>
      <p className="mb-2 text-soft">
        {underSink.length > 0 || tubing.tubes.some((t) => t.lengthMm !== undefined)
          ? "Cut square; as long as their way along the sides of what they are in, with slack to draw the unit out for service, and what goes into both ports. Numbered as on Fit."
          : "Cut square on site, along their way, with slack to draw the unit out for service."}
      </p>
      {isOpen ? (
        <p className="mb-2">
          A length is known once the cabinet is measured, and where its stop, faucet hole and trap are.{" "}
          <Link
            className="plainlink"
            prefetch={false}
            href={`/jobs/${jobId}/site#${cabinetFields.inside}` as Route}
          >
            Write what is in the cabinet
          </Link>
        </p>
      ) : null}
      <TubesTable tubing={tubing} profile={profile} />
      {tubing.open.length > 0 ? (
        <p className="mt-2 text-sm text-soft" data-open-ports>
          Joined inside, or by the unit&apos;s own manual:{" "}
          {tubing.open.map(({ code, port }) => `${code}, ${port}`).join("; ")}.
        </p>
      ) : null}
      <h3 className="mt-4 mb-1">
        Their joints <span className="num font-normal text-soft">{joints.length}</span>
      </h3>
      <ul className="grid gap-x-10 xl:grid-cols-2" data-tube-joints>
        {alikeJoints(joints, rules, () => tubeNames(tubing)).map((alike) => (
          <li key={alike.joints[0]!.id} className="border-t border-hair py-2">
            <JointWay alike={alike} profile={profile} />
          </li>
        ))}
      </ul>
    </section>
  );
}
