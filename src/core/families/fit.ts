import { z } from "../zod";
import { columnsOf, figured, numberFigure, quantityFigure, type Frozen } from "./stated";

// How a unit is fitted: what an installer looks up in its manual with the box already open (handbook 9, rule 13).

/** How a port takes its pipe or tube. */
export const portSystems = [
  "push-fit",
  "pipe thread",
  "O-ring nut",
  "compression",
  "flange seat",
  "barb",
  "hose thread",
  "split ring",
] as const;
export const portGenders = ["male", "female", "socket"] as const;
export const portSides = ["left", "right", "top", "bottom", "front", "back"] as const;
export const portSeals = ["tape", "O-ring", "gasket", "ferrule", "tape and paste", "none"] as const;

/** Text that can stand in a list of a spreadsheet's cell. */
const cellText = (most: number) =>
  z
    .string()
    .min(2)
    .max(most)
    .regex(/^[^;|]*$/, "Neither ; nor |");
const mm = z.number().min(-5000).max(5000);
/**
 * One port: what the maker calls it, what goes on it, and where it is; lengths in mm, from the middle of
 * the body and from its foot.
 */
const port = z.strictObject({
  port: cellText(40),
  system: z.enum(portSystems),
  size: cellText(20),
  gender: z.enum(portGenders),
  side: z.enum(portSides),
  offset: mm,
  height: mm,
  facing: z.enum(portSides),
  /** How far its tube goes in, mm. */
  insert: z.number().positive().max(200).optional(),
  colour: cellText(20).optional(),
  seal: z.enum(portSeals),
  tighten: cellText(80),
});
export type UnitPort = Frozen<z.infer<typeof port>>;

/** One thing to be done later: at so many months, litres or hours of lamp, whichever comes first. */
const serviceItem = z
  .strictObject({
    what: cellText(120),
    months: z.number().positive().max(240).optional(),
    litres: z.number().positive().max(10_000_000).optional(),
    hours: z.number().positive().max(200_000).optional(),
  })
  .refine((s) => s.months !== undefined || s.litres !== undefined || s.hours !== undefined, {
    error: "Say after how many months, litres or hours",
  });
export type UnitService = Frozen<z.infer<typeof serviceItem>>;

/** Things by name; a schema for each figure, because its words belong to the schema. */
const things = () => z.array(cellText(120));

/** What every unit may state of its fitting. */
export const fitFigures = z.strictObject({
  ports: figured(z.array(port).min(1), {
    label: "Ports",
    kind: "rows",
    columns: columnsOf(port),
    hint: "port | system | size | gender | side | offset mm | height mm | facing | goes in mm | colour | seal | tightening; …",
  }),
  body: z
    .strictObject({
      width: quantityFigure("Body, width", "length"),
      depth: quantityFigure("Body, depth", "length"),
      height: quantityFigure("Body, height", "length"),
    })
    .optional(),
  /** Of a softener whose salt stands beside it. */
  saltTank: z
    .strictObject({
      width: quantityFigure("Salt tank, width", "length"),
      depth: quantityFigure("Salt tank, depth", "length"),
      height: quantityFigure("Salt tank, height", "length"),
    })
    .optional(),
  /** Of an RO whose water is stored in a tank beside it. */
  storageTank: z
    .strictObject({
      width: quantityFigure("Storage tank, width", "length"),
      depth: quantityFigure("Storage tank, depth", "length"),
      height: quantityFigure("Storage tank, height", "length"),
    })
    .optional(),
  /** Flexible connectors in its box, one for each of its two pipes. */
  connectors: z
    .strictObject({
      length: quantityFigure("Its connectors, length", "length"),
      inside: quantityFigure("Its connectors, inside", "length"),
      bend: quantityFigure("Its connectors, bent no tighter than", "length"),
    })
    .optional(),
  /** Of what is put between a pipe and an appliance's tap: the thread of its three-way tee. */
  teeThread: figured(cellText(20), {
    label: "Its three-way tee, thread",
    kind: "text",
    hint: "1/2 in",
  }).optional(),
  /** Room that it asks for beyond its body. */
  free: z
    .strictObject({
      above: quantityFigure("Free above", "length").optional(),
      below: quantityFigure("Free below", "length").optional(),
      front: quantityFigure("Free in front", "length").optional(),
      around: quantityFigure("Free round it", "length").optional(),
    })
    .optional(),
  holes: z
    .strictObject({
      faucetLeast: quantityFigure("Faucet hole, least", "length").optional(),
      faucetMost: quantityFigure("Faucet hole, most", "length").optional(),
      /** With the kit that fits it from above. */
      topLeast: quantityFigure("Faucet hole from above, least", "length").optional(),
      topMost: quantityFigure("Faucet hole from above, most", "length").optional(),
      saddle: quantityFigure("Hole for the drain saddle", "length").optional(),
      screws: quantityFigure("Hole for its screws", "length").optional(),
      spacing: quantityFigure("Its screws apart", "length").optional(),
      drainBore: quantityFigure("Drain tube, inside", "length").optional(),
    })
    .optional(),
  box: figured(things(), { label: "In its box", kind: "list", hint: "one thing; the next" }),
  notInBox: figured(things(), { label: "Not in its box", kind: "list" }).optional(),
  tools: figured(things(), { label: "Tools", kind: "list" }),
  /** What it plugs in with, where it does. */
  plug: figured(z.string().min(3).max(80), {
    label: "Plugs in with",
    kind: "text",
    hint: "adapter, 110 to 240 V, 24 V DC",
  }).optional(),
  service: figured(z.array(serviceItem), {
    label: "Service",
    kind: "rows",
    columns: columnsOf(serviceItem),
    hint: "what | months | litres | hours; …",
  }),
});
export type UnitFit = Frozen<z.infer<typeof fitFigures>>;

/**
 * What is done at the first start, by the unit's own manual: minutes, litres and the flow of its flush. A
 * recipe names them; where the unit states none, the recipe's usual figure is taken and said to be so
 * (handbook 9, rule 13).
 */
export const startFigures = z.strictObject({
  soak: numberFigure("Soaks for", "min").optional(),
  flush: numberFigure("Flushed for", "min").optional(),
  flushLow: quantityFigure("Flushed with, least", "flow").optional(),
  flushHigh: quantityFigure("Flushed with, most", "flow").optional(),
  trickle: numberFigure("Trickled for", "min").optional(),
  purge: numberFigure("Purged for", "min").optional(),
  /** It flushes by itself when it is powered. */
  autoFlush: numberFigure("Flushes by itself for", "min").optional(),
  /** Through the pre-filters, before the membrane sees water. */
  rinseLitres: quantityFigure("First rinse, water", "volume").optional(),
  /** Through the last pre-filter, once the first ones are clear. */
  rinseLitresNext: quantityFigure("First rinse of the last pre-filter, water", "volume").optional(),
});
