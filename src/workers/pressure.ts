import { expose } from "comlink";
import { fileFound, type FileFound } from "../core/plumbing/fileFound";
import { loadEngine, type Engine } from "../core/plumbing/engine";
import {
  feedsOf,
  pressuresOf,
  type CaseFound,
  type DrivenTrain,
  type FeedFound,
  type PressureCase,
} from "../core/plumbing/pressure";

let engine: Promise<Engine> | undefined;

const work = {
  /** How a train does in each case, and what comes to units behind it; the engine is loaded once and kept. */
  pressures: async (
    train: DrivenTrain,
    flows: { readonly peak?: number; readonly shower: number },
  ): Promise<{
    readonly cases: Readonly<Partial<Record<PressureCase, CaseFound>>>;
    readonly feeds: readonly FeedFound[];
  }> => {
    engine ??= loadEngine();
    const loaded = await engine;
    return { cases: pressuresOf(loaded, train, flows), feeds: feedsOf(loaded, train) };
  },
  /** How the network of a file does. */
  file: async (text: string): Promise<FileFound> => {
    engine ??= loadEngine();
    return fileFound(await engine, text);
  },
};
export type PressureWork = typeof work;

expose(work);
