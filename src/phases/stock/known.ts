import { methodsOf, pipeSizes } from "@/catalogue/fittings/sizes";
import type { Knowledge } from "@/core/job";
import type { PipeSystem } from "@/core/plumbing/fittings";
import type { PricedPart } from "@/core/plumbing/priceList";
import { stockParts } from "@/core/plumbing/stocked";
import { pipeName } from "../parts/words";

const pipes = (Object.keys(methodsOf) as PipeSystem[]).flatMap((system) =>
  pipeSizes.map((size) => ({ system, size })),
);

/** Everything that a company may have in stock, or a supplier's list may name. */
export const partsKnown = ({ fittings, offered }: Knowledge): readonly PricedPart[] =>
  stockParts({ fittings, pipes, pipeName, units: offered.map((m) => m.code) });
