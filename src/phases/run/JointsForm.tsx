import { useState } from "react";
import type { JobState } from "@/core/job";
import { joinsNow } from "@/core/job/joins";
import { jointsFound, jointsLeft } from "@/core/job/progress";
import { sizedSaid, type AlikeJoints } from "@/core/plumbing/made";
import { jointsOfSwap } from "@/core/plumbing/swapped";
import type { Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words";
import { JointWay } from "../job/JointWay";
import type { Run } from "./run";

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

const failedWords: Readonly<Record<AlikeJoints["checks"][number], string>> = {
  gauge: "the gauge does not pass",
  tug: "it pulls out",
  depthMark: "short of its depth mark",
};
/** What may be wrong with a joint, by what is looked at; each is one press. */
const failuresOf = ({ checks }: AlikeJoints): readonly string[] => [
  ...checks.map((c) => failedWords[c]),
  ...(checks.length === 0 ? ["it weeps or turns"] : []),
  "a part of it is damaged",
];

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

/** What comes instead of the fitting at a joint, and how that is said. */
interface Instead {
  readonly part: string;
  readonly to?: string;
  readonly says: string;
}

/** What may come instead of the fittings at a joint that is made as planned; of one that is not, the plan. */
function insteadAt({ swaps = [] }: Step, { instead }: AlikeJoints, joint: string): readonly Instead[] {
  if (instead) return [{ part: instead.part, says: `${instead.was}, as planned` }];
  return swaps
    .filter((swap) => jointsOfSwap(swap).includes(joint))
    .map((swap) => {
      const others = jointsOfSwap(swap).length - 1;
      const beside = others === 0 ? "" : `; ${others} more made so`;
      return { part: swap.part, to: swap.to.fitting, says: `${swap.to.name} instead${beside}` };
    });
}

/** Asks what is wrong with a joint: one press says it, and that it is made again, or what comes instead. */
function WhatIsWrong({
  failures,
  insteads,
  say,
  swap,
  leave,
}: {
  failures: readonly string[];
  insteads: readonly Instead[];
  say: (note?: string) => void;
  swap: (instead: Instead) => void;
  leave: () => void;
}) {
  return (
    <li className="grid gap-3 pb-3">
      <div className="flex flex-wrap gap-2" role="group" aria-label="What is wrong with it">
        {failures.map((failure) => (
          <button key={failure} type="button" className="button quiet" onClick={() => say(failure)}>
            {failure}
          </button>
        ))}
        <button type="button" className="button quiet" onClick={() => say()}>
          something else
        </button>
        <button type="button" className="button quiet" onClick={leave}>
          It is not wrong
        </button>
      </div>
      {insteads.length > 0 ? (
        <div className="flex flex-wrap gap-2" role="group" aria-label="Made another way">
          <span className="w-full text-soft">It does not go as planned: made another way</span>
          {insteads.map((instead) => (
            <button
              key={`${instead.part} ${instead.to ?? ""}`}
              type="button"
              className="button quiet"
              onClick={() => swap(instead)}
            >
              {instead.says}
            </button>
          ))}
        </div>
      ) : null}
    </li>
  );
}

/** One joint, with what was found of it. What is not right is asked what is wrong with it. */
function JointRow({
  what,
  found,
  note,
  failures,
  insteads,
  readOnly,
  say,
  swap,
}: {
  what: string;
  found: Found | undefined;
  /** What was wrong with it. */
  note: string | undefined;
  failures: readonly string[];
  insteads: readonly Instead[];
  readOnly: boolean;
  say: (found: Found, note?: string) => void;
  swap: (instead: Instead) => void;
}) {
  const [isAsked, setAsked] = useState(false);
  return (
    <>
      <li className="flex min-h-14 items-center gap-3 border-t border-hair py-1">
        <span className="grow">
          {what}
          {found === "wrong" ? (
            <span className="block text-stop">to be made again{note ? `: ${note}` : ""}</span>
          ) : null}
        </span>
        {isAsked
          ? null
          : sayings[found ?? "nothing"].map(({ says, of }) => (
              <button
                key={says}
                type="button"
                className="button quiet shrink-0"
                disabled={readOnly}
                aria-label={`${toldAs[of]}: ${what}`}
                onClick={() => (of === "wrong" ? setAsked(true) : say(of))}
              >
                {says}
              </button>
            ))}
      </li>
      {isAsked ? (
        <WhatIsWrong
          failures={failures}
          insteads={insteads}
          say={(failure) => {
            setAsked(false);
            say("wrong", failure);
          }}
          swap={(instead) => {
            setAsked(false);
            swap(instead);
          }}
          leave={() => setAsked(false)}
        />
      ) : null}
    </>
  );
}

/** Says of several joints at once that they are right. */
function AllRight({ says, readOnly, say }: { says: string; readOnly: boolean; say: () => void }) {
  return (
    <button type="button" className="button my-2 w-full" disabled={readOnly} onClick={say}>
      {says}
    </button>
  );
}

/**
 * The joints that are made at a step: how, and what was found of each. One press says that all of a kind
 * are right, and, below them all, that all of the step are; what is not is made again.
 */
export function JointsForm({ step, job, run, profile, readOnly }: JointsProps) {
  const found = jointsFound(job, step);
  const left = new Set(jointsLeft(job, step));
  const notes = new Map(
    (job.steps[step.id]?.joints ?? []).flatMap((m) => m.joints.map((j) => [j, m.note] as const)),
  );
  const say = (joints: readonly string[], of: Found, note?: string) =>
    void run.send({ kind: "jointsChecked", step: step.id, joints, found: of, ...(note ? { note } : {}) });
  const swap = ({ part, to }: Instead) =>
    void run.send({ kind: "fittingSwapped", step: step.id, part, ...(to ? { to } : {}) });
  const kinds = joinsNow(job, step).map((alike) => ({
    alike,
    unseen: alike.joints.map((j) => j.id).filter((id) => left.has(id) && found.get(id) !== "wrong"),
  }));
  const open = kinds.filter((kind) => kind.unseen.length > 0);
  const unseenOfAll = open.flatMap((kind) => kind.unseen);
  return (
    <div className="mt-4 grid gap-5" data-joints-made>
      {kinds.map(({ alike, unseen }) => (
        <section key={alike.joints[0]!.id} aria-label={sizedSaid(alike)}>
          <JointWay alike={alike} profile={profile} />
          {alike.instead ? (
            <p className="mt-1">
              {alike.instead.to}, instead of {alike.instead.was}. Its pieces are cut as Parts says now.
            </p>
          ) : null}
          <p className="mt-1">Right: {lookedAt(alike)}.</p>
          {unseen.length > 0 ? (
            <AllRight
              says={unseen.length === 1 ? "This one is right" : `All ${unseen.length} are right`}
              readOnly={readOnly}
              say={() => say(unseen, "right")}
            />
          ) : null}
          <ul>
            {alike.joints.map((j) => (
              <JointRow
                key={j.id}
                what={saidIn(j.what, profile)}
                found={found.get(j.id)}
                note={notes.get(j.id)}
                failures={failuresOf(alike)}
                insteads={insteadAt(step, alike, j.id)}
                readOnly={readOnly}
                say={(of, note) => say([j.id], of, note)}
                swap={swap}
              />
            ))}
          </ul>
        </section>
      ))}
      {open.length > 1 ? (
        <AllRight
          says={`All ${unseenOfAll.length} of this step are right`}
          readOnly={readOnly}
          say={() => say(unseenOfAll, "right")}
        />
      ) : null}
    </div>
  );
}
