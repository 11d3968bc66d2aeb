import { expose } from "comlink";
import { fileFound, type FileFound } from "../core/plumbing/fileFound";
import { loadEngine, type Engine } from "../core/plumbing/engine";
import { pressuresOf, type CaseFound, type DrivenTrain, type PressureCase } from "../core/plumbing/pressure";

let engine: Promise<Engine> | undefined;

const work = {
  /** How a train does in each case; the engine is loaded once and kept. */
  pressures: async (
    train: DrivenTrain,
    flows: { readonly peak?: number; readonly shower: number },
  ): Promise<Readonly<Partial<Record<PressureCase, CaseFound>>>> => {
    engine ??= loadEngine();
    return pressuresOf(await engine, train, flows);
  },
  /** How the network of a file does. */
  file: async (text: string): Promise<FileFound> => {
    engine ??= loadEngine();
    return fileFound(await engine, text);
  },
};
export type PressureWork = typeof work;

expose(work);
