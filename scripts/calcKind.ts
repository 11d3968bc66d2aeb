import type { z } from "../src/core/zod";

/** A case that cannot be computed: its message takes the place of its answer. */
export class Refused extends Error {}
export const refuse = (why: string): never => {
  throw new Refused(why);
};

/** What answers one case. */
export type Compute = (given: unknown) => object;

/**
 * One kind of calculation: what a case must hold, and what is computed of it. Canonical units, shapes as in
 * the reference figures.
 */
export const kind =
  <S extends z.ZodType>(inputs: S, compute: (given: z.infer<S>) => object): Compute =>
  (given) => {
    const read = inputs.safeParse(given);
    if (!read.success) {
      const [issue] = read.error.issues;
      return refuse(`${issue!.path.join(".") || "the case"}: ${issue!.message}`);
    }
    return compute(read.data);
  };
