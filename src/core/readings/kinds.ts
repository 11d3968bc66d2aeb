import type { LossCurve } from "../plumbing";
import { unitLoss } from "../plumbing";
import type { ReadingField } from "../run/step";
import {
  emptyBedContactTime,
  osmoticPressure,
  concentrationFactor,
  ratedDrivingPressure,
  rejection,
  temperatureFactor,
  uvFlowLimit,
  type RoRated,
  type UvDuty,
} from "../train";
import { print, type UnitSystem, type Quantity } from "../units";
import { check, good, stop, unknown, type Verdict } from "../verdict";

/** What a reading is judged against, beside its own values. */
export interface ReadingContext {
  readonly profile: UnitSystem;
  readonly band?: { readonly low: number; readonly high: number };
  readonly ro?: RoRated & {
    readonly preLoss: number;
    readonly designWaste?: number;
    readonly feedTds?: number;
  };
  readonly uv?: UvDuty & { readonly maxFlow: number };
  readonly carbonLitres?: number;
  /** Loss curves of the train's units at their share of the flow, for the loss the design predicts. */
  readonly loss?: readonly { readonly curve: LossCurve; readonly parallel: number }[];
  readonly trainMax?: number;
}

export type ReadingValues = Readonly<Record<string, number | string | undefined>>;
export interface Derived {
  readonly label: string;
  readonly value: number;
  readonly quantity: Quantity | "plain";
  readonly suffix?: string;
  readonly spread?: number;
  readonly formula: string;
}
export interface ReadingJudgement {
  readonly derived: readonly Derived[];
  readonly verdict: Verdict;
  /** What to do with the hand now, for a timed flow. */ readonly advice?: string;
}

export interface ReadingKind {
  readonly id: string;
  readonly label: string;
  readonly fields: readonly ReadingField[];
  readonly judge: (values: ReadingValues, context: ReadingContext) => ReadingJudgement;
}

const number = (values: ReadingValues, id: string): number | undefined =>
  typeof values[id] === "number" && Number.isFinite(values[id]) ? (values[id] as number) : undefined;
const open = (rule: string, what: string): ReadingJudgement => ({
  derived: [],
  verdict: unknown(rule, `${what} cannot be computed yet`, [], "Enter the missing value"),
});

/** Flow from a container and a stopwatch, with how to move the handle (handbook 6). Within ± 25 % of the band: Check. */
export function judgeTimedFlow(litres: number, minutes: number, context: ReadingContext): ReadingJudgement {
  const flow = litres / minutes;
  const derived: Derived[] = [
    { label: "Flow", value: flow, quantity: "flow", formula: "container volume ÷ time" },
  ];
  const say = (v: number) => print(v, "flow", context.profile);
  const { band } = context;
  if (!band) return { derived, verdict: good("timed-flow", `${say(flow)} measured`) };
  const wanted = `${say(band.low)} to ${say(band.high)}`;
  if (flow >= band.low && flow <= band.high)
    return {
      derived,
      verdict: good("timed-flow", `${say(flow)}, ${wanted} wanted`),
      advice: "Leave the handle where it is",
    };
  const aim = (band.low + band.high) / 2;
  // Near closed a valve's flow follows its opening roughly in proportion; measured again after every move.
  const share = Math.abs(aim / flow - 1);
  const amount =
    share > 0.6
      ? "more than half of its present opening"
      : share > 0.3
        ? "about a third of its present opening"
        : "a little";
  const advice =
    flow > band.high
      ? `Close the handle by ${amount}, then measure again`
      : `Open the handle by ${amount}, then measure again`;
  const near = flow >= band.low * 0.75 && flow <= band.high * 1.25;
  const side = flow > band.high ? "too fast" : "too slow";
  return {
    derived,
    advice,
    verdict: near
      ? check("timed-flow", `${say(flow)} is ${side}, ${wanted} wanted`, advice)
      : stop("timed-flow", `${say(flow)} is ${side}, ${wanted} wanted`, advice),
  };
}

const kinds: readonly ReadingKind[] = [
  {
    id: "timedFlow",
    label: "Timed container",
    fields: [
      { id: "volume", label: "Container", quantity: "volume" },
      { id: "time", label: "Time to fill", quantity: "duration" },
    ],
    judge: (v, c) => {
      const [litres, minutes] = [number(v, "volume"), number(v, "time")];
      return litres === undefined || minutes === undefined || minutes <= 0
        ? open("timed-flow", "The flow")
        : judgeTimedFlow(litres, minutes, c);
    },
  },
  {
    id: "staticPressure",
    label: "Static pressure",
    fields: [{ id: "pressure", label: "Gauge reads", quantity: "pressure" }],
    judge: (v, c) => {
      const p = number(v, "pressure");
      if (p === undefined) return open("static-pressure", "The verdict");
      const say = (n: number) => print(n, "pressure", c.profile);
      const max = c.trainMax ?? 862;
      if (p > max * 1.001)
        return {
          derived: [],
          verdict: stop(
            "static-pressure",
            `${say(p)}, the train takes ${say(max)}`,
            "A pressure-reducing valve before the train",
          ),
        };
      if (p > 552)
        return {
          derived: [],
          verdict: check(
            "static-pressure",
            `${say(p)} is above ${say(552)}`,
            "Measure the night peak, or add a pressure-reducing valve",
          ),
        };
      if (p < 140)
        return {
          derived: [],
          verdict: stop(
            "static-pressure",
            `${say(p)}, at least ${say(140)} is needed at a fixture`,
            "Find the restriction, or plan a booster",
          ),
        };
      if (p < 200)
        return {
          derived: [],
          verdict: check(
            "static-pressure",
            `${say(p)}, ${say(200)} is Good`,
            "Look for a half-shut valve or a clogged strainer",
          ),
        };
      return {
        derived: [],
        verdict: good("static-pressure", `${say(p)}, ${say(200)} to ${say(552)} wanted`),
      };
    },
  },
  {
    id: "rawWater",
    label: "Raw water",
    fields: [
      { id: "hardness", label: "Hardness", quantity: "hardness" },
      { id: "chlorine", label: "Free chlorine", quantity: "concentration", optional: true },
      { id: "temperature", label: "Temperature", quantity: "temperature", optional: true },
    ],
    judge: (v, c) => {
      const h = number(v, "hardness");
      return h === undefined
        ? open("raw-water", "Nothing")
        : {
            derived: [],
            verdict: good(
              "raw-water",
              `hardness ${print(h, "hardness", c.profile)} before treatment, kept for comparison`,
            ),
          };
    },
  },
  {
    id: "trainLoss",
    label: "Loss across the train",
    fields: [
      { id: "before", label: "Before the train", quantity: "pressure" },
      { id: "after", label: "After the train", quantity: "pressure" },
      { id: "flow", label: "At a flow of", quantity: "flow" },
    ],
    judge: (v, c) => {
      const [before, after, flow] = [number(v, "before"), number(v, "after"), number(v, "flow")];
      if (before === undefined || after === undefined || flow === undefined)
        return open("train-loss-measured", "The loss");
      const measured = before - after;
      const say = (n: number) => print(n, "pressure", c.profile, c.profile === "us" ? 1 : 0);
      const predicted =
        c.loss && c.loss.length > 0
          ? c.loss.reduce((sum, l) => sum + unitLoss(l.curve, flow / l.parallel), 0)
          : undefined;
      const derived: Derived[] = [
        { label: "Loss", value: measured, quantity: "pressure", formula: "before − after" },
        ...(predicted === undefined
          ? []
          : [
              {
                label: "Predicted",
                value: predicted,
                quantity: "pressure" as const,
                formula: "Σ a·Q + b·Q² of the units",
              },
            ]),
      ];
      if (measured < 0)
        return {
          derived,
          verdict: unknown(
            "train-loss-measured",
            "the pressure after is higher than before",
            [],
            "Read both gauges again at the same flow",
          ),
        };
      if (predicted === undefined || predicted <= 0)
        return {
          derived,
          verdict: unknown("train-loss-measured", "the design predicts no loss to compare with", []),
        };
      const off = Math.abs(measured / predicted - 1);
      const line = `${say(measured)} lost, ${say(predicted)} predicted at this flow`;
      return {
        derived,
        verdict:
          off <= 0.3
            ? good("train-loss-measured", line)
            : off <= 0.6
              ? check("train-loss-measured", line, "Look for a valve not fully open, or a bypass partly open")
              : stop(
                  "train-loss-measured",
                  line,
                  "A valve not fully open, a wrapper left on, or a bypass partly open",
                ),
      };
    },
  },
  {
    id: "holdTest",
    label: "Hold test",
    fields: [
      { id: "start", label: "At the start", quantity: "pressure" },
      { id: "end", label: "At the end", quantity: "pressure" },
      { id: "minutes", label: "Watched for", quantity: "duration" },
      { id: "division", label: "One gauge division", quantity: "pressure" },
    ],
    judge: (v, c) => {
      const [start, end, minutes, division] = [
        number(v, "start"),
        number(v, "end"),
        number(v, "minutes"),
        number(v, "division"),
      ];
      if (
        start === undefined ||
        end === undefined ||
        minutes === undefined ||
        division === undefined ||
        minutes <= 0 ||
        division <= 0
      )
        return open("hold-test", "The drop");
      const say = (n: number) => print(n, "pressure", c.profile, c.profile === "us" ? 1 : 0);
      const drop = start - end;
      const per15 = (drop * 15) / minutes;
      const derived: Derived[] = [
        { label: "Drop", value: drop, quantity: "pressure", formula: "start − end" },
        { label: "In 15 minutes", value: per15, quantity: "pressure", formula: "drop × 15 ÷ minutes" },
      ];
      if (start <= 0)
        return {
          derived,
          verdict: unknown("hold-test", "no pressure at the start: the test is invalid", []),
        };
      if (minutes < 15)
        return {
          derived,
          verdict: unknown(
            "hold-test",
            `watched for ${minutes.toFixed(0)} min only`,
            [],
            "Watch it for 15 min",
          ),
        };
      if (per15 <= division)
        return {
          derived,
          verdict: good(
            "hold-test",
            `${say(Math.max(0, per15))} in 15 min, one division is ${say(division)}`,
          ),
        };
      if (per15 <= 2 * division)
        return {
          derived,
          verdict: check(
            "hold-test",
            `${say(per15)} in 15 min, one division is ${say(division)}`,
            "Repeat it once; an opening in the region makes it invalid",
          ),
        };
      return {
        derived,
        verdict: stop("hold-test", `${say(per15)} in 15 min: a leak`, "Find the leak, then repeat the test"),
      };
    },
  },
  {
    id: "rejection",
    label: "Dissolved solids",
    fields: [
      { id: "feed", label: "Feed", quantity: "concentration" },
      { id: "product", label: "Product", quantity: "concentration" },
      { id: "temperature", label: "Temperature", quantity: "temperature", optional: true },
    ],
    judge: (v) => {
      const [feed, product] = [number(v, "feed"), number(v, "product")];
      if (feed === undefined || product === undefined) return open("rejection", "Rejection");
      const r = rejection(feed, product);
      if (r === undefined)
        return {
          derived: [],
          verdict: unknown(
            "rejection",
            "a feed of no dissolved solids gives no rejection",
            [],
            "Measure the feed again",
          ),
        };
      // Two readings of ± 2 % each: the product's share of the feed carries both.
      const spread = ((100 * product) / feed) * Math.hypot(0.02, 0.02);
      const derived: Derived[] = [
        {
          label: "Rejection",
          value: r,
          quantity: "percent",
          spread,
          formula: "100 × (feed − product) ÷ feed, meter ± 2 %",
        },
      ];
      const line = `${r.toFixed(1)} ± ${spread.toFixed(1)} % kept back`;
      if (r < 80)
        return {
          derived,
          verdict: stop(
            "rejection",
            `${line}, at least 80 %`,
            "Membrane not seated, seal missing, or tubes swapped",
          ),
        };
      if (r < 90)
        return {
          derived,
          verdict: check(
            "rejection",
            `${line}, 90 % is Good`,
            "Rinse on, then measure again; check that the membrane is seated",
          ),
        };
      return {
        derived,
        verdict:
          r > 98
            ? check(
                "rejection",
                `${line}: unusually good for a new line`,
                "Read both again with a rinsed cell",
              )
            : good("rejection", line),
      };
    },
  },
  {
    id: "roFlows",
    label: "Product and drain flow",
    fields: [
      { id: "product", label: "Product flow", quantity: "flow" },
      { id: "drain", label: "Drain flow", quantity: "flow" },
      { id: "pressure", label: "Feed pressure at the unit", quantity: "pressure" },
      { id: "temperature", label: "Temperature", quantity: "temperature" },
      { id: "tank", label: "Tank pressure, if its valve is open", quantity: "pressure", optional: true },
    ],
    judge: (v, c) => {
      const [product, drain, pressure, temperature] = [
        number(v, "product"),
        number(v, "drain"),
        number(v, "pressure"),
        number(v, "temperature"),
      ];
      if (product === undefined || drain === undefined || pressure === undefined || temperature === undefined)
        return open("ro-flows", "Normalised output");
      if (!c.ro)
        return {
          derived: [],
          verdict: unknown("ro-flows", "the unit's rated figures are not known here", []),
        };
      const waste = product > 0 ? drain / product : undefined;
      const recovery = product + drain > 0 ? product / (product + drain) : 0;
      const ndp =
        pressure -
        c.ro.preLoss -
        (number(v, "tank") ?? 0) -
        osmoticPressure(c.ro.feedTds ?? c.ro.tds, temperature) * concentrationFactor(recovery);
      const derived: Derived[] = [
        {
          label: "Recovery",
          value: 100 * recovery,
          quantity: "percent",
          formula: "product ÷ (product + drain)",
        },
        ...(waste === undefined
          ? []
          : [
              {
                label: "Waste",
                value: waste,
                quantity: "plain" as const,
                suffix: "to 1",
                formula: "drain ÷ product",
              },
            ]),
      ];
      if (ndp <= 20)
        return {
          derived,
          verdict: unknown(
            "ro-flows",
            "too little driving pressure to compare with rated conditions",
            [],
            "Read the feed pressure at the unit again",
          ),
        };
      const normal =
        (100 * (product / (temperatureFactor(temperature) * (ndp / ratedDrivingPressure(c.ro))))) /
        c.ro.permeate;
      derived.push({
        label: "Output at rated conditions",
        value: normal,
        quantity: "percent",
        formula: "product ÷ (TCF × NDP ÷ rated NDP) ÷ rated permeate",
      });
      const ratioOff =
        waste !== undefined && c.ro.designWaste ? Math.abs(waste / c.ro.designWaste - 1) : undefined;
      const line = `${normal.toFixed(0)} % of rated${waste === undefined ? "" : `, waste ${waste.toFixed(1)} to 1${c.ro.designWaste ? ` where ${c.ro.designWaste.toFixed(1)} was designed` : ""}`}`;
      if (normal < 65 || normal > 135)
        return {
          derived,
          verdict: stop(
            "ro-flows",
            line,
            normal < 65
              ? "Ask for the feed pressure first; then pre-filters, wrapper, membrane"
              : "Membrane not seated, or the restrictor is wrong",
          ),
        };
      if (normal < 80 || normal > 120 || (ratioOff !== undefined && ratioOff > 0.3))
        return { derived, verdict: check("ro-flows", line, "Feed pressure, temperature and restrictor") };
      return { derived, verdict: good("ro-flows", line) };
    },
  },
  {
    id: "precharge",
    label: "Tank pre-charge, empty",
    fields: [{ id: "pressure", label: "Gauge reads", quantity: "pressure" }],
    judge: (v, c) => {
      const p = number(v, "pressure");
      if (p === undefined) return open("precharge", "The verdict");
      const say = (n: number) => print(n, "pressure", c.profile, 1);
      const line = `${say(p)}, ${say(34.4)} to ${say(48.4)} wanted`;
      if (p >= 34.4 / 1.001 && p <= 48.4 * 1.001) return { derived: [], verdict: good("precharge", line) };
      const fix = p < 34.4 ? "Pump air in, empty, to the band" : "Let air out, empty, to the band";
      return {
        derived: [],
        verdict: p >= 27.4 && p <= 55.4 ? check("precharge", line, fix) : stop("precharge", line, fix),
      };
    },
  },
  {
    id: "hardness",
    label: "Hardness in and out",
    fields: [
      { id: "in", label: "Raw", quantity: "hardness" },
      { id: "out", label: "Treated", quantity: "hardness" },
    ],
    judge: (v, c) => {
      const [before, after] = [number(v, "in"), number(v, "out")];
      if (before === undefined || after === undefined) return open("hardness-out", "Leakage");
      const derived: Derived[] =
        before > 0
          ? [
              {
                label: "Removed",
                value: (100 * (before - after)) / before,
                quantity: "percent",
                formula: "100 × (raw − treated) ÷ raw",
              },
            ]
          : [];
      const line = `${print(after, "hardness", c.profile)} after the softener, ${print(17, "hardness", c.profile)} wanted`;
      if (after <= 17.2) return { derived, verdict: good("hardness-out", line) };
      return {
        derived,
        verdict:
          after <= 34.3
            ? check("hardness-out", line, "Bypass fully shut? Regenerate, then test again")
            : stop("hardness-out", line, "Bypass partly open, inlet and outlet swapped, or no brine drawn"),
      };
    },
  },
  {
    id: "chlorine",
    label: "Chlorine in and out",
    fields: [
      { id: "in", label: "Before the carbon", quantity: "concentration" },
      { id: "out", label: "After it", quantity: "concentration" },
      { id: "flow", label: "At a flow of", quantity: "flow" },
    ],
    judge: (v, c) => {
      const [before, after, flow] = [number(v, "in"), number(v, "out"), number(v, "flow")];
      if (before === undefined || after === undefined) return open("chlorine-out", "Removal");
      const derived: Derived[] = [
        ...(before > 0
          ? [
              {
                label: "Removed",
                value: (100 * (before - after)) / before,
                quantity: "percent" as const,
                formula: "100 × (in − out) ÷ in",
              },
            ]
          : []),
        ...(c.carbonLitres && flow
          ? [
              {
                label: "Contact time",
                value: emptyBedContactTime(c.carbonLitres, flow),
                quantity: "plain" as const,
                suffix: "min",
                formula: "media ÷ flow",
              },
            ]
          : []),
      ];
      const line = `${print(after, "concentration", c.profile)} after the carbon, at most ${print(0.1, "concentration", c.profile)}`;
      if (after <= 0.1) return { derived, verdict: good("chlorine-out", line) };
      return {
        derived,
        verdict:
          after <= 0.3
            ? check("chlorine-out", line, "Slower flow, or a longer rinse; then test again")
            : stop("chlorine-out", line, "Bed channelled, bypass partly open, or the tank too small"),
      };
    },
  },
  {
    id: "uvFlow",
    label: "UV at its fullest",
    fields: [
      { id: "flow", label: "Measured flow", quantity: "flow" },
      { id: "uvt", label: "UV transmittance", quantity: "transmittance" },
      {
        id: "lamp",
        label: "Lamp",
        options: [
          { id: "on", label: "On" },
          { id: "off", label: "Off" },
        ],
      },
    ],
    judge: (v, c) => {
      const [flow, uvt] = [number(v, "flow"), number(v, "uvt")];
      if (v.lamp === "off")
        return {
          derived: [],
          verdict: stop("uv-flow", "the lamp is off", "Lamp seated, interlock closed, controller powered"),
        };
      if (flow === undefined || uvt === undefined || !c.uv || v.lamp !== "on")
        return open("uv-flow", "The limit");
      const byFormula = uvFlowLimit({ ...c.uv, uvt });
      if (byFormula === undefined)
        return { derived: [], verdict: unknown("uv-flow", "that transmittance gives no limit", []) };
      const limit = Math.min(byFormula, c.uv.maxFlow);
      const say = (n: number) => print(n, "flow", c.profile);
      const derived: Derived[] = [
        {
          label: "Limit here",
          value: limit,
          quantity: "flow",
          formula: "rated flow × f(UVT) ÷ f(rated UVT) × age factor",
        },
      ];
      const line = `${say(flow)} measured, ${say(limit)} can be disinfected`;
      return {
        derived,
        verdict:
          limit >= flow * 1.1
            ? good("uv-flow", line)
            : limit >= flow
              ? check("uv-flow", line, "A flow restrictor")
              : stop("uv-flow", line, `A flow restrictor at ${say(limit)}`),
      };
    },
  },
  {
    id: "residual",
    label: "Residual in disinfection",
    fields: [
      { id: "dose", label: "Dose asked for", quantity: "concentration" },
      { id: "start", label: "At the start", quantity: "concentration" },
      { id: "end", label: "At the end", quantity: "concentration" },
    ],
    judge: (v, c) => {
      const [dose, start, end] = [number(v, "dose"), number(v, "start"), number(v, "end")];
      if (dose === undefined || start === undefined || end === undefined)
        return open("residual", "The residual");
      const say = (n: number) => print(n, "concentration", c.profile);
      const line = `${say(start)} at the start, ${say(end)} at the end, dose ${say(dose)}`;
      if (start <= 0 || end <= 0)
        return { derived: [], verdict: stop("residual", `${line}: absent`, "Dose again and let it stand") };
      return {
        derived: [],
        verdict:
          start >= dose && end >= dose / 2
            ? good("residual", line)
            : check("residual", `${line}: short`, "Dose again and let it stand"),
      };
    },
  },
  {
    id: "flushResidual",
    label: "Residual after the flush",
    fields: [{ id: "residual", label: "Lowest flushed tap", quantity: "concentration" }],
    judge: (v, c) => {
      const r = number(v, "residual");
      if (r === undefined) return open("flush-residual", "The verdict");
      const line = `${print(r, "concentration", c.profile)}, at most ${print(1, "concentration", c.profile)}`;
      return {
        derived: [],
        verdict: r <= 1 ? good("flush-residual", line) : stop("flush-residual", line, "Flush on"),
      };
    },
  },
  {
    id: "clarity",
    label: "Clarity in a glass",
    fields: [
      {
        id: "look",
        label: "It looks",
        options: [
          { id: "clear", label: "Clear" },
          { id: "air", label: "Cloudy, then clears" },
          { id: "grey", label: "Grey" },
          { id: "black", label: "Black" },
          { id: "cloudy", label: "Cloudy, stays" },
        ],
      },
    ],
    judge: (v) => {
      if (v.look === "clear") return { derived: [], verdict: good("clarity", "clear") };
      if (v.look === "air") return { derived: [], verdict: good("clarity", "cloudy, then clears: air") };
      if (v.look === "grey")
        return {
          derived: [],
          verdict: check("clarity", "still grey: carbon fines", "Rinse or discard once more"),
        };
      if (v.look === "black")
        return { derived: [], verdict: stop("clarity", "black: carbon fines", "Trickle on until clear") };
      return v.look === "cloudy"
        ? {
            derived: [],
            verdict: stop("clarity", "cloudy and stays so", "Find the source before the water is used"),
          }
        : open("clarity", "The verdict");
    },
  },
];

export const readingKinds: ReadonlyMap<string, ReadingKind> = new Map(kinds.map((k) => [k.id, k]));

/** Judges a reading by its kind; an unknown kind is Unknown, never Good. */
export function judgeReading(kind: string, values: ReadingValues, context: ReadingContext): ReadingJudgement {
  return readingKinds.get(kind)?.judge(values, context) ?? open("reading", "A reading of this kind");
}
