import type { Engine } from "./engine";
import { velocityIn } from "./network";
import { readInp } from "./readInp";
import { servedBy, type Served } from "./way";

/**
 * What is found in a network file: why it cannot be read; or what was left out of it, and how it does,
 * which is absent where the engine finds no balance.
 */
export type FileFound =
  | { readonly is: "refused"; readonly why: string }
  | {
      readonly is: "read";
      readonly leftOut: readonly string[];
      readonly found?: {
        /** The fixture with the least pressure first. */
        readonly served: readonly Served[];
        readonly fastest?: { readonly pipe: string; readonly ms: number };
      };
    };

/**
 * Reads a network file, solves what it describes, and says how every open fixture of it does (handbook 3,
 * The network).
 */
export function fileFound(engine: Engine, text: string): FileFound {
  const read = readInp(text);
  if (!read.ok) return { is: "refused", why: read.why };
  const { network, leftOut } = read;
  const open = engine.open(network);
  try {
    const solved = open.solve();
    if (!solved) return { is: "read", leftOut };
    const [fastest] = network.pipes
      .map((p) => ({ pipe: p.id, ms: velocityIn(p.idMm, solved.flows[p.id] ?? 0) }))
      .toSorted((a, b) => b.ms - a.ms);
    return {
      is: "read",
      leftOut,
      found: { served: servedBy(network, solved), ...(fastest ? { fastest } : {}) },
    };
  } finally {
    open.close();
  }
}
