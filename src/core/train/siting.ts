import { underBody, USUAL_DROP } from "../fit/cabinet";
import { familyOf, type Placement, type UnitModel } from "../families";
import type { SiteFacts } from "../site";
import type { Verdict } from "../verdict";
import { rule, type AnyRule } from "../words";

/** What stands in the way of a unit's plug. */
interface PowerFacts {
  readonly outlet?: SiteFacts["outlet"];
  /** The socket that is missing is ordered from an electrician. */
  readonly planned?: boolean;
  readonly dc?: boolean;
  readonly fuse?: number;
}
const power = rule<PowerFacts>("unit-power", {
  reason: ({ outlet, planned, dc, fuse }, _say, level) => {
    if (outlet === undefined) return "the outlet is not known";
    if (outlet === "none") return planned ? "waits for a socket by an electrician" : "there is no outlet";
    if (outlet === "dc")
      return dc ? `fed by DC, behind a breaker or fuse of ${fuse} A` : "there is DC only, and it takes none";
    return level === "Check"
      ? "the outlet has no ground-fault protection"
      : "the outlet is ground-fault protected; a surge protector belongs to it";
  },
  remedy: ({ outlet, planned }, _say, level) => {
    if (level === "Unknown") return "Look at the outlet: within reach, protected, dry";
    if (outlet === "none") return planned ? "Have it fitted first" : "Plan a socket by an electrician";
    return outlet === "dc"
      ? "A unit that takes DC, or an outlet"
      : "A protected outlet and a surge protector";
  },
  caution: () => "Plugs above and away from pipes. Work on mains voltage belongs to licensed people.",
});

/** Amperes of the fuse of a DC supply where the unit states none (handbook 9, K2). */
const USUAL_FUSE = 3;

function judgePower(model: UnitModel, facts: SiteFacts): Verdict[] {
  if (!model.power) return [];
  const { outlet, socketPlanned: planned } = facts;
  if (outlet === undefined) return [power.unknown({}, ["power.outlet"])];
  const dc = model.powerBy?.includes("dc") === true;
  const said: PowerFacts = { outlet, planned, dc, fuse: model.fuse ?? USUAL_FUSE };
  switch (outlet) {
    case "protected":
      return [power.good(said)];
    case "unprotected":
      return [power.check(said)];
    case "none":
      return [power.at(planned ? "Check" : "Stop", said)];
    case "dc":
      return [power.at(dc ? "Good" : "Stop", said)];
  }
}

interface DrainFacts {
  readonly kind?: string;
  readonly airGap?: boolean;
}
const drain = rule<DrainFacts>("unit-drain", {
  reason: ({ kind, airGap }, _say, level) => {
    if (kind === "none") return "there is no drain for its waste";
    if (level === "Unknown") return "whether its drain line has a drain with an air gap is not known";
    return airGap ? "its drain leaves an air gap" : "no air gap is possible at the drain";
  },
  remedy: (_f, _say, level) =>
    level === "Unknown" ? "Look at the drain" : "Find a standpipe, sink or sump that leaves an air gap",
  caution: () => "Never a direct connection to the sewer side.",
});

/**
 * Does its waste run through a line of its own to a drain; a softener's drain is judged with its valve, an
 * RO's at a sink is its saddle.
 */
const needsDrain = (model: UnitModel, { connects }: Placement): boolean =>
  model.media?.backwash !== undefined ||
  model.manual !== undefined ||
  (model.ro !== undefined && connects === "supply");

function judgeDrain(model: UnitModel, at: Placement, facts: SiteFacts): Verdict[] {
  const { drainKind: kind, airGap } = facts;
  const wastes = needsDrain(model, at) || model.softener !== undefined || model.ro !== undefined;
  if (wastes && kind === "none") return [drain.stop({ kind, airGap })];
  if (!needsDrain(model, at)) return [];
  if (airGap === undefined) return [drain.unknown({ kind }, ["drain.airGap"])];
  return [drain.at(airGap ? "Good" : "Stop", { kind, airGap })];
}

const frost = rule<{ readonly season?: boolean; readonly lamp?: boolean }>("unit-frost", {
  reason: ({ season }) =>
    season ? "it can freeze there out of season" : "it can freeze where it is to stand",
  remedy: ({ season }) =>
    season
      ? "Drained, taken out and stored before the frost"
      : "A place that stays above freezing, or heating there",
});
const judgeFrost = ({ frost: freezes, season }: SiteFacts): Verdict[] =>
  freezes ? [frost.at(season ? "Check" : "Stop", { season })] : [];

const floor = rule<{ readonly kg: number; readonly carries?: boolean }>("unit-floor", {
  reason: ({ kg, carries }, say) => {
    const full = `${say.of(kg, "mass", 0)} full`;
    if (carries === undefined) return `${full}: whether the floor is level and carries it is not known`;
    return carries ? `${full}, which the floor carries` : `${full}, which the floor does not carry`;
  },
  remedy: (_f, _say, level) =>
    level === "Stop" ? "Another place, or a floor that is strengthened" : "Look at the floor",
  caution: () => "Two people or a trolley.",
});
/** A floor that people walk on carries what weighs no more than one of them, kg. */
const AS_A_PERSON = 100;
function judgeFloor(model: UnitModel, parallel: number, { floorCarries: carries }: SiteFacts): Verdict[] {
  const kg = model.massFullKg * parallel;
  if (familyOf(model).shape !== "vessel" || kg <= AS_A_PERSON) return [];
  if (carries === undefined) return [floor.unknown({ kg }, ["floor.carries"])];
  return [floor.at(carries ? "Good" : "Stop", { kg, carries })];
}

const underSink = rule<{ readonly needs: number; readonly gives: number }>("unit-sink-height", {
  reason: ({ needs, gives }, say, level) =>
    level === "Good"
      ? `${say.of(gives, "length")} free under the sink, it needs ${say.of(needs, "length")}`
      : `${say.beside(gives, needs, "length")} free under the sink, it needs ${say.of(needs, "length")} to be opened`,
  remedy: () => "A shorter unit, or another cabinet",
});
/**
 * What a unit needs under a sink, mm: its body and what is free above and below it; a drop that is longer
 * than its body counts from its head down, and holds it (handbook 9, K10).
 */
function heightUnderSink({ fit }: UnitModel): number {
  if (!fit?.body) return USUAL_DROP;
  const { above = 0, below = 0 } = fit.free ?? {};
  return above + fit.body.height + underBody(below, fit.body.height);
}

/**
 * What hangs under a sink and is opened downwards, where somebody has measured the room; else it is
 * measured on site before anything is fitted.
 */
function judgeUnderSink(model: UnitModel, { connects }: Placement, { sinkHeight }: SiteFacts): Verdict[] {
  const opensDown = model.family === "pointFilter" || model.family === "ro";
  if (connects !== "sink" || !opensDown || sinkHeight === undefined) return [];
  const said = { needs: heightUnderSink(model), gives: sinkHeight };
  return [underSink.at(said.gives < said.needs ? "Stop" : "Good", said)];
}

/**
 * What is said of a unit's place whatever its family: outlet, drain, frost and floor (handbook 9, rule 7;
 * handbook 10, ruling 17).
 */
export const judgeSiting = (
  model: UnitModel,
  parallel: number,
  at: Placement,
  facts: SiteFacts,
): Verdict[] => [
  ...judgePower(model, facts),
  ...judgeDrain(model, at, facts),
  ...judgeFrost(facts),
  ...judgeFloor(model, parallel, facts),
  ...judgeUnderSink(model, at, facts),
];

/** The rules of a unit's place. */
export const sitingRules: readonly AnyRule[] = [power, drain, frost, floor, underSink];
