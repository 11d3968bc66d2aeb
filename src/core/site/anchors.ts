import { z } from "../zod";
import { substrates } from "./substrates";

const load = z.number().positive("Above nothing").max(10_000, "Far more than an anchor holds");
/** What one anchor of the company's holds by its maker's word, kg: hanging, and pulled straight out. */
const anchorLoad = z.strictObject({ holds: load, pullsOut: load });
export type AnchorLoad = z.infer<typeof anchorLoad>;
/** Loads by substrate, as far as the company has said them. */
export const anchorLoads = z.partialRecord(z.enum(substrates), anchorLoad);
export type AnchorLoads = z.infer<typeof anchorLoads>;
