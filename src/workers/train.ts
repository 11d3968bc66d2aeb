import { expose } from "comlink";
import type { UnitSystem } from "../core/units";
import {
  nearestTurns,
  proposeTrains,
  type ProposeInput,
  type Proposed,
  type TrainInput,
  type Turn,
} from "../core/train";

const work = {
  /** The best trains; says now and then how many placements it has judged. */
  propose: (input: ProposeInput, judged: (placements: number) => void): Proposed =>
    proposeTrains({ ...input, progress: judged }),
  /** The nearest change of each surveyed value that turns a verdict. */
  turns: (input: TrainInput, system: UnitSystem, most: number): Turn[] => nearestTurns(input, system, most),
};
export type TrainWork = typeof work;

expose(work);
