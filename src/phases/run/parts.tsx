"use client";
import dynamic from "next/dynamic";
import type { ComponentType } from "react";
import { fetchSearch } from "../valves/useOrder";
import { afterPage } from "@/ui/later/afterPage";
import { Awake } from "@/ui/Awake";
import { untilFetched } from "@/ui/later/untilFetched";
import { deciding, rigFollowed } from "./fetched";

/**
 * What only some kinds of steps show. A step's page fetches its own; the others follow when the phone
 * rests, so that they are there without a signal.
 */
const fetchers = {
  boxesForm: () => import("./BoxesForm"),
  flowMeter: () => import("./FlowMeter"),
  jointsForm: () => import("./JointsForm"),
  readingForm: () => import("./ReadingForm"),
  reasonForm: () => import("./ReasonForm"),
  runAnnounced: () => import("./RunAnnounced"),
  serialForm: () => import("./SerialForm"),
  soakTools: () => import("./SoakTools"),
  stepMoves: () => import("./StepMoves"),
  waterOff: () => import("./WaterOff"),
  verdicts: () => import("./Verdicts"),
  orderSearch: fetchSearch,
  deciding: deciding.get,
  rigFollowed: rigFollowed.get,
} as const;

const Coming = () => <p className="mt-5 text-soft">This part is on its way…</p>;

/**
 * A part whose controls wait until its own code has come: the page around it may hear presses long before,
 * and would lose those on it.
 */
function part<Props extends object>(fetchIt: () => Promise<ComponentType<Props>>) {
  const awaken = async () => {
    const Whole = await untilFetched(fetchIt);
    return function AwakeWhole(props: Props) {
      return (
        <Awake>
          <Whole {...props} />
        </Awake>
      );
    };
  };
  return dynamic<Props>(awaken, { loading: Coming });
}

export const BoxesForm = part(() => fetchers.boxesForm().then((m) => m.BoxesForm));
export const FlowMeter = part(() => fetchers.flowMeter().then((m) => m.FlowMeter));
export const JointsForm = part(() => fetchers.jointsForm().then((m) => m.JointsForm));
export const ReadingForm = part(() => fetchers.readingForm().then((m) => m.ReadingForm));
// Nothing of it is seen, and nothing is said before a hand has done something.
export const RunAnnounced = afterPage(() => fetchers.runAnnounced().then((m) => m.RunAnnounced));
export const SerialForm = part(() => fetchers.serialForm().then((m) => m.SerialForm));
export const SoakTools = part(() => fetchers.soakTools().then((m) => m.SoakTools));
export const StepMoves = part(() => fetchers.stepMoves().then((m) => m.StepMoves));
export const Verdicts = part(() => fetchers.verdicts().then((m) => m.Verdicts));
export const WaterOff = part(() => fetchers.waterOff().then((m) => m.WaterOff));

/** Fetches what later steps will show. */
export const fetchAllParts = (): Promise<unknown> =>
  Promise.allSettled(Object.values(fetchers).map((fetchIt) => untilFetched<unknown>(fetchIt)));
