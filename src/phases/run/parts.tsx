"use client";
import dynamic from "next/dynamic";
import { fetchSearch } from "../valves/useOrder";
import { afterPage } from "@/ui/later/afterPage";
import { untilFetched } from "@/ui/later/untilFetched";
import { deciding, rigFollowed } from "./fetched";

/** What only some kinds of steps show. A step's page fetches its own; the others follow when the phone rests, so that they are there without a signal. */
const fetchers = {
  flowMeter: () => import("./FlowMeter"),
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

export const FlowMeter = dynamic(() => untilFetched(fetchers.flowMeter).then((m) => m.FlowMeter), {
  loading: Coming,
});
export const ReadingForm = dynamic(() => untilFetched(fetchers.readingForm).then((m) => m.ReadingForm), {
  loading: Coming,
});
// Nothing of it is seen, and nothing is said before a hand has done something.
export const RunAnnounced = afterPage(() => fetchers.runAnnounced().then((m) => m.RunAnnounced));
export const SerialForm = dynamic(() => untilFetched(fetchers.serialForm).then((m) => m.SerialForm), {
  loading: Coming,
});
export const SoakTools = dynamic(() => untilFetched(fetchers.soakTools).then((m) => m.SoakTools), {
  loading: Coming,
});
export const StepMoves = dynamic(() => untilFetched(fetchers.stepMoves).then((m) => m.StepMoves), {
  loading: Coming,
});
export const Verdicts = dynamic(() => untilFetched(fetchers.verdicts).then((m) => m.Verdicts), {
  loading: Coming,
});
export const WaterOff = dynamic(() => untilFetched(fetchers.waterOff).then((m) => m.WaterOff), {
  loading: Coming,
});

/** Fetches what later steps will show. */
export const fetchAllParts = (): Promise<unknown> =>
  Promise.allSettled(Object.values(fetchers).map((fetchIt) => untilFetched<unknown>(fetchIt)));
