"use client";

import type { UnitSystem } from "@/core/units";
import { rigTold } from "@/core/rig/told";
import { type Actor, findStep, type JobState } from "@/core/job";
import { useMemo, useState } from "react";

import { soaksDisturbed } from "@/core/job/rigTurns";
import { circumstancesOf, waterOffAt, wishOf } from "@/core/job/rigWishes";

import { sayMove, whatHappened } from "@/core/rig/explain";
import { wishesOf, type Wish } from "@/core/rig/goals";
import { followed, judgeOf } from "@/core/rig/judge";
import type { Circumstances } from "@/core/rig/rig";
import { TurnWarning, type AskedTurn } from "./TurnWarning";
import { RunNotices } from "../run/RunNotices";
import type { Run } from "../run/run";
import { crewParts } from "../run/decided";
import { useFetched } from "../run/fetched";
import { useRun } from "../run/useRun";
import { momentsOf } from "../run/moments";
import { useMoment, useServerClock } from "../run/useServerNow";
import type { Drawing } from "./drawn";
import type { Last } from "./Happened";
import { RigDesk } from "./RigDesk";
import { SupplyStrip, TurnedSoFar } from "./shown";

/** Turning handles of a run: each turn is marked, one that is a Stop or disturbs a soak is asked about first. */
function useTurning(
  run: Run,
  rig: NonNullable<JobState["rig"]>,
  circumstances: Circumstances,
  stepId: string | undefined,
) {
  const [last, setLast] = useState<Last>();
  const [asked, setAsked] = useState<AskedTurn>();
  const judged = useMemo(() => judgeOf(rig.rig, circumstances), [rig.rig, circumstances]);
  const mark = (handle: string, to: string, reason?: string) => {
    const h = rig.rig.handles.find((x) => x.id === handle)!;
    const result = judged(rig.state, { handle, to });
    setLast({
      say: sayMove(h, rig.state.positions[handle] ?? h.normal, to),
      happened: whatHappened(rig.rig, rig.state, followed(rig.rig, result.after)),
      verdicts: result.verdicts,
    });
    setAsked(undefined);
    void run.send({
      kind: "handleTurned",
      handle,
      to,
      step: stepId || undefined,
      why: reason || undefined,
    });
  };
  const turn = (handle: string, to: string) => {
    if ((rig.state.positions[handle] ?? "") === to) return;
    const h = rig.rig.handles.find((x) => x.id === handle)!;
    const stops = judged(rig.state, { handle, to })
      .verdicts.filter((v) => v.level === "Stop")
      .map((v) => rigTold(v).reason);
    const soaks = soaksDisturbed(rig, run.job.run?.steps ?? [], run.job.steps, { handle, to }).map(
      (s) => `“${s.title}” starts again: it lets water run through a unit that soaks`,
    );
    if (stops.length + soaks.length === 0) {
      mark(handle, to);
      return;
    }
    setAsked({
      handle,
      to,
      say: sayMove(h, rig.state.positions[handle] ?? h.normal, to),
      reasons: [...stops, ...soaks],
      stop: stops.length > 0,
    });
  };
  const takeBack = () => {
    setLast(undefined);
    void run.send({ kind: "turnTakenBack", turn: rig.turned.length });
  };
  return { last, asked, mark, turn, takeBack, leave: () => setAsked(undefined) };
}

/**
 * The run's valves: each turn is marked in the job's log; one that is a Stop is warned of first, and taken
 * with a reason.
 */
export function RunValves({
  initial,
  serverNow,
  person,
  zone,
  profile,
  drawing,
  readOnly,
  step: stepId,
}: {
  initial: JobState;
  serverNow: number;
  person: Actor;
  zone: string;
  drawing: Drawing;
  profile: UnitSystem;
  readOnly: boolean;
  step?: string;
}) {
  const clock = useServerClock(serverNow);
  const by = useMemo(
    () => ({ id: person.id, name: person.name, role: person.role }),
    [person.id, person.name, person.role],
  );
  const run = useRun(initial, by, profile, clock.at, clock.hear);
  useFetched(crewParts);
  const now = useMoment(clock, serverNow, momentsOf(run.job));
  const rig = run.job.rig!;
  const step = stepId === undefined ? undefined : findStep(run.job, stepId);
  const hours = waterOffAt(run.job.waterOffs, now);
  const circumstances = useMemo(() => circumstancesOf(rig, step, hours), [rig, step, hours]);
  const [wish, setWish] = useState<Wish | undefined>(wishOf(rig, step));
  const turning = useTurning(run, rig, circumstances, stepId);
  return (
    <div data-run-valves>
      <RunNotices run={run} />
      {turning.asked ? (
        <TurnWarning
          key={`${turning.asked.handle}${turning.asked.to}`}
          asked={turning.asked}
          turned={(why) => turning.mark(turning.asked!.handle, turning.asked!.to, why)}
          leave={turning.leave}
        />
      ) : null}
      <RigDesk
        rig={rig.rig}
        drawing={drawing}
        state={rig.state}
        turn={readOnly ? undefined : turning.turn}
        heard={readOnly ? undefined : () => void run.send({ kind: "fillHeard", step: stepId || undefined })}
        undo={readOnly || !rig.back ? undefined : turning.takeBack}
        last={turning.last}
        wishes={wishesOf(rig.rig)}
        wish={wish}
        setWish={setWish}
        circumstances={circumstances}
      >
        <SupplyStrip rig={rig} now={now} zone={zone} />
        <TurnedSoFar rig={rig} now={now} zone={zone} />
      </RigDesk>
    </div>
  );
}
