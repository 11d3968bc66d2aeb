import type { UnitFit, UnitPort } from "../../../core/families";

// What the fittings of units are put together from. Lengths in mm; every figure made up.

type Side = UnitPort["side"];
/** Where a port is: on which side, how far from the body's middle and above its foot; it faces its side. */
const at = (side: Side, offset: number, height: number) => ({ side, offset, height, facing: side });

/** A tube that is pushed in until its mark. */
export const tube = (
  port: string,
  colour: string,
  side: Side,
  offset: number,
  height: number,
  { size = "1/4 in", insert = 15 }: { readonly size?: string; readonly insert?: number } = {},
): UnitPort => ({
  port,
  system: "push-fit",
  size,
  gender: "socket",
  ...at(side, offset, height),
  insert,
  colour,
  seal: "O-ring",
  tighten: "push to the mark, tug, clip",
});

type Joint = Pick<UnitPort, "system" | "gender" | "seal" | "tighten">;
/** A port of a kind of joint, by its name, size and place. */
const jointOf =
  (joint: Joint) =>
  (port: string, size: string, side: Side, offset: number, height: number): UnitPort => ({
    port,
    size,
    ...at(side, offset, height),
    ...joint,
  });

/** A pipe thread in plastic, which cracks when it is forced. */
export const plasticThread = jointOf({
  system: "pipe thread",
  gender: "female",
  seal: "tape",
  tighten: "hand-tight and ½ to 1 turn, never more",
});
/** A pipe thread in metal. */
export const metalThread = jointOf({
  system: "pipe thread",
  gender: "male",
  seal: "tape and paste",
  tighten: "hand-tight and 2 turns, held with a second wrench",
});
/** A coupling nut over an O-ring. */
export const nut = jointOf({ system: "O-ring nut", gender: "male", seal: "O-ring", tighten: "by hand" });
/** Nut, split ring and O-ring, in that order. */
export const ring = jointOf({
  system: "split ring",
  gender: "male",
  seal: "O-ring",
  tighten: "nut, split ring, O-ring, hand-tight",
});
/** A barb under a hose clamp. */
export const barb = jointOf({ system: "barb", gender: "male", seal: "none", tighten: "hose clamp, snug" });
/** A hose thread with its washer. */
export const hose = jointOf({
  system: "hose thread",
  gender: "female",
  seal: "gasket",
  tighten: "hand-tight",
});
/** Nut, ferrule and insert. */
export const ferrule = jointOf({
  system: "compression",
  gender: "male",
  seal: "ferrule",
  tighten: "by hand, then ½ turn with the wrench",
});

/** A tank's own port, with what seals it. */
export const tankPort = (seal: "O-ring" | "tape"): UnitPort => ({
  port: "Tank",
  system: seal === "tape" ? "pipe thread" : "O-ring nut",
  size: "1/4 in",
  gender: "male",
  ...at("top", 0, 380),
  seal,
  tighten:
    seal === "tape" ? "4 to 5 turns of tape, hand-tight and ½ to 1 turn" : "seated on its ring, hand-tight",
});

/** Width, depth and height of a body, mm. */
export const body = (width: number, depth: number, height: number): NonNullable<UnitFit["body"]> => ({
  width,
  depth,
  height,
});
