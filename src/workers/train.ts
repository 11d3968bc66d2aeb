import { expose } from "comlink";
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
  turns: (input: TrainInput, most: number): Turn[] => nearestTurns(input, most),
};
export type TrainWork = typeof work;

expose(work);
