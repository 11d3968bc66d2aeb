import type { JobState } from "@/core/job";
import { jointsFound, jointsLeft } from "@/core/job/progress";
import type { AlikeJoints } from "@/core/plumbing/made";
import type { Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words";
import { JointWay } from "../job/JointWay";
import type { Run } from "./useRun";

interface JointsProps {
  readonly step: Step;
  readonly job: JobState;
  readonly run: Run;
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
}

type Found = "right" | "wrong";

const checkWords: Readonly<Record<AlikeJoints["checks"][number], string>> = {
  gauge: "gauged ring by ring, on to the line",
  tug: "tugged, and nothing moves",
  depthMark: "home, at its depth mark",
};
/** What is looked at before a joint is called right. */
const lookedAt = ({ checks }: AlikeJoints): string =>
  checks.length === 0 ? "sealed and tight as it says" : checks.map((c) => checkWords[c]).join("; ");

/** What can be said of a joint, by what was said of it last. */
const sayings: Readonly<Record<Found | "nothing", readonly { readonly says: string; readonly of: Found }[]>> =
  {
    right: [{ says: "✓ right", of: "wrong" }],
    wrong: [{ says: "Right", of: "right" }],
    nothing: [
      { says: "Right", of: "right" },
      { says: "Not right", of: "wrong" },
    ],
  };
const toldAs: Readonly<Record<Found, string>> = { right: "Right", wrong: "Not right" };

/** One joint, with what was found of it. */
function JointRow({
  what,
  found,
  readOnly,
  say,
}: {
  what: string;
  found: Found | undefined;
  readOnly: boolean;
  say: (found: Found) => void;
}) {
  return (
    <li className="flex min-h-14 items-center gap-3 border-t border-hair py-1">
      <span className="grow">
        {what}
        {found === "wrong" ? <span className="block text-stop">to be made again</span> : null}
      </span>
      {sayings[found ?? "nothing"].map(({ says, of }) => (
        <button
          key={says}
          type="button"
          className="button quiet shrink-0"
          disabled={readOnly}
          aria-label={`${toldAs[of]}: ${what}`}
          onClick={() => say(of)}
        >
          {says}
        </button>
      ))}
    </li>
  );
}

/** The joints that are made at a step: how, and what was found of each. One press says that all of a kind are right; what is not is made again. */
export function JointsForm({ step, job, run, profile, readOnly }: JointsProps) {
  const found = jointsFound(job, step);
  const left = new Set(jointsLeft(job, step));
  const say = (joints: readonly string[], of: Found) =>
    void run.send({ kind: "jointsChecked", step: step.id, joints, found: of });
  return (
    <div className="mt-4 grid gap-5" data-joints-made>
      {(step.joins ?? []).map((alike) => {
        const unseen = alike.joints
          .map((j) => j.id)
          .filter((id) => left.has(id) && found.get(id) !== "wrong");
        return (
          <section key={alike.joints[0]!.id} aria-label={`${alike.size} in, ${alike.label}`}>
            <JointWay alike={alike} profile={profile} />
            <p className="mt-1">Right: {lookedAt(alike)}.</p>
            {unseen.length > 0 ? (
              <button
                type="button"
                className="button my-2 w-full"
                disabled={readOnly}
                onClick={() => say(unseen, "right")}
              >
                {unseen.length === 1 ? "This one is right" : `All ${unseen.length} are right`}
              </button>
            ) : null}
            <ul>
              {alike.joints.map((j) => (
                <JointRow
                  key={j.id}
                  what={saidIn(j.what, profile)}
                  found={found.get(j.id)}
                  readOnly={readOnly}
                  say={(of) => say([j.id], of)}
                />
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
