import { print, type UnitSystem } from "../units";
import { saidIn } from "../words";
import type { Assembly, Joint } from "./assembly";
import { ruledLines, type BroughtUnit } from "./brought";
import type { AnchorLoad, AnchorLoads } from "../site";
import { substrates, type Substrate } from "../site/substrates";
import { anchorNames, anchorsFor, anchorsSaid } from "./fixings";
import { tapeFor, type JointKind, type JointRule } from "./joint";
import type { Piping } from "./piping";
import { cutLength } from "./cutLength";
import { fittingPart, pipeKey, pipePart, ringPart, sealPart, type Seal } from "./stocked";
import { once, type TakeOffGroup, type TakeOffLine, type Why } from "./takeOffLine";

/** Pipe comes in coils or sticks (handbook 3, Cut list). */
const coiled: ReadonlySet<Piping["system"]> = new Set(["pex", "peSupply"]);
/** Is a pipe taken off a coil, rather than cut from sticks. */
export const isCoiled = ({ system }: Piping): boolean => coiled.has(system);
/** What is lost of a coil. */
const COIL_WASTE = 1.05;
/** Spare rings of all that are pressed. */
const SPARE_RINGS = 0.1;

/** Supports apart on a level pipe, mm (handbook 3, Pipe). */
const SUPPORT_MM: Readonly<Record<Piping["system"], number | undefined>> = {
  pex: 800,
  cpvc: 900,
  pvc: 1200,
  copper: 1800,
  peSupply: undefined,
};

/** Things of one key together, in the order in which they come. */
function grouped<T>(
  all: readonly T[],
  keyOf: (one: T) => string | undefined,
): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const key = keyOf(one);
    if (key === undefined) continue;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return groups;
}

/** Names that a list needs, by system, and by method of what is pressed. */
export interface TakeOffWords {
  readonly pipe: (piping: Piping) => string;
  readonly rules: ReadonlyMap<JointKind, JointRule>;
  /** What the company's anchors hold. */
  readonly anchors: AnchorLoads;
  /** The unit system of who reads it. */
  readonly profile: UnitSystem;
  /** The train is emptied by a cock of its own. */
  readonly drainCock?: boolean;
}

const byJoint = (joints: readonly Joint[]): Why[] => joints.map((j) => ({ by: "joint", id: j.id }));

function pipeLines({ pieces }: Assembly, words: TakeOffWords): TakeOffLine[] {
  return [...grouped(pieces, (p) => pipeKey(p.piping)).values()].map((own) => {
    const { piping } = own[0]!;
    const sum = own.reduce((all, p) => all + cutLength(p), 0);
    return {
      ...pipePart(piping, words.pipe),
      group: "pipe",
      count: Math.ceil(isCoiled(piping) ? sum * COIL_WASTE : sum),
      why: own.map((p) => ({ by: "piece", id: p.id })),
    };
  });
}

function fittingLines({ fittings }: Assembly): TakeOffLine[] {
  const brought = fittings.filter((f) => !f.inBox);
  return [...grouped(brought, (f) => f.fitting.id).values()].map((own) => ({
    ...fittingPart(own[0]!.fitting),
    group: "fittings",
    count: own.length,
    price: own[0]!.fitting.price,
    why: own.map((f) => ({ by: "part", id: f.id })),
  }));
}

/** A ring for each joint that is pressed, and a tenth more (handbook 3, Take-off: spares). */
function ringLines({ joints }: Assembly): TakeOffLine[] {
  const rings = grouped(joints, (j) => ringPart(j.size, j.kind)?.id);
  return [...rings.values()].flatMap((own): TakeOffLine[] => {
    const { size, kind } = own[0]!;
    const ring = ringPart(size, kind)!;
    return [
      { ...ring, group: "fittings", count: own.length, why: byJoint(own) },
      {
        id: `spare ${size} ${kind}`,
        part: ring.id,
        group: "spares",
        what: ring.what,
        count: Math.ceil(own.length * SPARE_RINGS),
        unit: "pieces",
        why: [{ by: "rule", says: "a tenth of all rings is spare: one bitten wrong is cut out" }],
      },
    ];
  });
}

/** What seals a joint; where tape or paste will do, tape is brought. */
function sealsOf(joint: Joint, rules: TakeOffWords["rules"]): readonly Seal[] {
  const sealant = joint.sealant ?? rules.get(joint.kind)!.sealant;
  if (sealant === "none") return [];
  if (sealant === "tapeOrPaste") return ["tape"];
  if (sealant === "tapeAndPaste") return ["tape", "paste"];
  return [sealant];
}

/** What seals joints: tape by its length, the rest as one of each. */
export function sealLines(joints: readonly Joint[], rules: TakeOffWords["rules"]): TakeOffLine[] {
  const sealed = joints.flatMap((joint) => sealsOf(joint, rules).map((seal) => ({ joint, seal })));
  return [...grouped(sealed, ({ seal }) => seal)].map(([key, own]) => {
    const seal = key as Seal;
    const tape = own.reduce((sum, { joint }) => sum + (tapeFor(joint.size, joint)?.lengthMm ?? 0), 0);
    return {
      ...sealPart(seal),
      group: "seal",
      count: seal === "tape" ? Math.ceil(tape) : 1,
      why: byJoint(own.map(({ joint }) => joint)),
    };
  });
}

/** Supports of level pipe at their spacing, one at least on each piece that is as long as it. */
function supportLines({ pieces }: Assembly): TakeOffLine[] {
  const held = pieces.flatMap((p) => {
    const spacing = SUPPORT_MM[p.piping.system];
    const count = spacing === undefined || p.lies !== "level" ? 0 : Math.floor(p.lengthMm / spacing);
    return count > 0 ? [{ piece: p, count }] : [];
  });
  return [...grouped(held, ({ piece }) => pipeKey(piece.piping))].map(([key, own]) => ({
    id: `support ${key}`,
    group: "fixings",
    what: `pipe clip for ${own[0]!.piece.piping.size} in`,
    count: own.reduce((sum, { count }) => sum + count, 0),
    unit: "pieces",
    why: own.map(({ piece }) => ({ by: "piece", id: piece.id })),
  }));
}

/** Tools by the joints that are made with them. */
function toolLines({ joints, pieces }: Assembly, { rules }: TakeOffWords): TakeOffLine[] {
  const byTool = grouped(joints, (j) => rules.get(j.kind)!.tool);
  return [
    ...[...byTool].map(([tool, own]): TakeOffLine => ({
      id: `tool ${tool}`,
      group: "tools",
      what: tool,
      count: 1,
      unit: "pieces",
      why: byJoint(own),
    })),
    ...(pieces.length === 0
      ? []
      : [
          {
            id: "tool cutter",
            group: "tools" as const,
            what: "pipe cutter",
            count: 1,
            unit: "pieces" as const,
            why: pieces.map((p) => ({ by: "piece" as const, id: p.id })),
          },
        ]),
  ];
}

/** One line for each thing that units ask for by name, however many do. */
function namedByUnits(
  group: TakeOffGroup,
  units: readonly BroughtUnit[],
  namesOf: (unit: BroughtUnit) => readonly string[],
): TakeOffLine[] {
  const all = units.flatMap((unit) => namesOf(unit).map((what) => ({ what, unit })));
  return [...grouped(all, ({ what }) => what)].map(([what, own]) => ({
    id: `${group} ${what}`,
    group,
    what,
    count: once.has(group) ? 1 : own.reduce((sum, { unit }) => sum + unit.count, 0),
    unit: "pieces",
    why: own.map(({ unit }) => ({ by: "unit", id: unit.key })),
  }));
}

/** The units themselves. */
const unitLines = (units: readonly BroughtUnit[]): TakeOffLine[] =>
  namedByUnits("units", units, (u) => [u.code]).map((line) => ({
    ...line,
    why: line.why.map((why) => (why.by === "unit" ? { by: "itself", id: why.id } : why)),
  }));

/**
 * The anchors of one kind for some that hang; how many is unknown where the company has not said what one
 * holds, or nobody knows which of them hang there.
 */
function anchorLine(
  substrate: Substrate,
  hung: readonly BroughtUnit[],
  load: AnchorLoad | undefined,
  profile: UnitSystem,
): TakeOffLine {
  const counts = hung.map((u) => load && anchorsFor(u, load));
  const isKnown = counts.every((count) => count !== undefined);
  return {
    id: `anchor ${substrate}`,
    group: "fixings",
    what: saidIn(anchorNames[substrate], profile),
    unit: "pieces",
    ...(isKnown ? { count: counts.reduce((sum, count, i) => sum + count * hung[i]!.count, 0) } : {}),
    why: hung.flatMap((u): Why[] => [
      { by: "unit", id: u.key },
      ...(load && isKnown
        ? [{ by: "rule" as const, says: `${u.code}: ${saidIn(anchorsSaid(u, load), profile)}` }]
        : []),
    ]),
  };
}

/** What the fixings of a wall meet. */
export interface Grounds {
  /** Every kind of ground that its survey names. */
  readonly named: readonly string[];
  /** Under each unit, by its key, where that is known. */
  readonly under: ReadonlyMap<string, Substrate>;
  /** What a board has to be as large as at least, mm, and the units that hang on it. */
  readonly boards: readonly {
    readonly width: number;
    readonly height: number;
    readonly keys: readonly string[];
  }[];
}

/** Nothing is known of a wall. */
export const noGround: Grounds = { named: [], under: new Map(), boards: [] };

/**
 * What fixes units to the wall: on the ground of each; where a unit's is not known, every kind that is
 * named may be asked for.
 */
function anchorLines(
  units: readonly BroughtUnit[],
  { named, under }: Grounds,
  { profile, anchors }: TakeOffWords,
): TakeOffLine[] {
  const hung = units.filter((u) => u.hangs);
  const unknown = hung.filter((u) => !under.has(u.key));
  return substrates.flatMap((substrate) => {
    const own = hung.filter((u) => under.get(u.key) === substrate);
    if (unknown.length > 0 && named.includes(substrate))
      return [anchorLine(substrate, [...own, ...unknown], undefined, profile)];
    return own.length > 0 ? [anchorLine(substrate, own, anchors[substrate], profile)] : [];
  });
}

/** Boards are cut to whole so many mm: to the inch, or to the centimetre; never smaller. */
const BOARD_STEP: Readonly<Record<UnitSystem, number>> = { us: 25.4, metric: 10 };
const boardSaid = (mm: number, profile: UnitSystem): string => {
  const step = BOARD_STEP[profile];
  return print(Math.ceil(mm / step) * step, "length", profile, 0);
};

/** Boards across metal studs, which hold no screw by themselves (handbook 3, Fixings by substrate). */
const boardLines = ({ boards }: Grounds, { profile }: TakeOffWords): TakeOffLine[] =>
  boards.map(({ width, height, keys }) => ({
    id: `board ${keys.join(" ")}`,
    group: "fixings",
    what: `plywood board, ${boardSaid(width, profile)} wide and ${boardSaid(height, profile)} high at least`,
    count: 1,
    unit: "pieces",
    why: keys.map((id) => ({ by: "unit", id })),
  }));

/** What a unit that hangs is brought out from its wall by, so that its ports line up with the pipes at them. */
function spacerLines(
  { backs = {} }: Assembly,
  units: readonly BroughtUnit[],
  { profile }: TakeOffWords,
): TakeOffLine[] {
  return units.flatMap((u): TakeOffLine[] => {
    const back = backs[u.key] ?? 0;
    if (!u.hangs || back <= 0) return [];
    return [
      {
        id: `spacer ${u.key}`,
        group: "fixings",
        what: `blocking behind ${u.code}, ${print(back, "length", profile)} thick`,
        count: u.count,
        unit: "pieces",
        why: [
          { by: "rule", says: "its ports line up with the pipes at them" },
          { by: "unit", id: u.key },
        ],
      },
    ];
  });
}

/** Caps for the stubs of a bypass, which wait while the house has water. */
function capLines({ pieces }: Assembly, words: TakeOffWords): TakeOffLine[] {
  const around = pieces.find((p) => p.run === "bypass");
  if (!around) return [];
  return [
    {
      id: "cap bypass",
      group: "fittings",
      what: `temporary cap for ${words.pipe(around.piping)}`,
      count: 2,
      unit: "pieces",
      why: [{ by: "rule", says: "both stubs wait capped while the house has water past the train" }],
    },
  ];
}

/** The cock that a train is emptied by, where one was chosen; it stands in the last of its pipes. */
function cockLines({ runs, pieces }: Assembly, { pipe, drainCock }: TakeOffWords): TakeOffLine[] {
  const last = pieces.findLast((p) => p.run === runs.find((r) => r.to.is === "house")?.id);
  if (!drainCock || !last) return [];
  return [
    {
      id: "drain cock",
      group: "fittings",
      what: `drain cock with its tee, for ${pipe(last.piping)}`,
      count: 1,
      unit: "pieces",
      why: [{ by: "rule", says: "the train is emptied by it before anything of it is opened" }],
    },
  ];
}

/** What every visit takes along (handbook 3, Take-off). */
const always: readonly TakeOffLine[] = ["gloves", "towels", "bucket"].map((what) => ({
  id: `site ${what}`,
  group: "site",
  what,
  count: 1,
  unit: "pieces",
  why: [{ by: "rule", says: "water that is left above the cut runs out there" }],
}));

/**
 * Everything that a placed train asks for, each line with why (handbook 3, Take-off). `also`: what is asked
 * for besides, by the tubes of units that are not in the line.
 */
export function takeOff(
  assembly: Assembly,
  units: readonly BroughtUnit[],
  grounds: Grounds,
  words: TakeOffWords,
  also: readonly TakeOffLine[] = [],
): readonly TakeOffLine[] {
  return merged([
    ...unitLines(units),
    ...namedByUnits("units", units, (u) => u.notInBox),
    ...pipeLines(assembly, words),
    ...fittingLines(assembly),
    ...ringLines(assembly),
    ...capLines(assembly, words),
    ...cockLines(assembly, words),
    ...ruledLines(units),
    ...sealLines(assembly.joints, words.rules),
    ...supportLines(assembly),
    ...anchorLines(units, grounds, words),
    ...boardLines(grounds, words),
    ...spacerLines(assembly, units, words),
    ...toolLines(assembly, words),
    ...also,
    ...namedByUnits("tools", units, (u) => u.tools),
    ...always,
  ]);
}

/**
 * A thing that several ask for under one name is brought once, a length for all of them: the first line has
 * all reasons.
 */
function merged(lines: readonly TakeOffLine[]): readonly TakeOffLine[] {
  const counted = lines.filter((l) => !once.has(l.group));
  const named = grouped(
    lines.filter((l) => once.has(l.group)),
    (l) => l.what,
  );
  const together = (own: readonly TakeOffLine[]): TakeOffLine => ({
    ...own[0]!,
    ...(own[0]!.unit === "mm" ? { count: own.reduce((sum, l) => sum + (l.count ?? 0), 0) } : {}),
    why: own.flatMap((l) => l.why),
  });
  return [...counted, ...[...named.values()].map(together)];
}

/** What all parts with a price cost together, and how many lines have none. */
export function costOf(lines: readonly TakeOffLine[]): {
  readonly price: number;
  readonly priced: number;
  readonly unpriced: number;
} {
  const bought = lines.filter((l) => l.group !== "tools" && l.group !== "site");
  return {
    price: bought.reduce((sum, l) => sum + (l.price ?? 0) * (l.count ?? 0), 0),
    priced: bought.filter((l) => l.price !== undefined).length,
    unpriced: bought.filter((l) => l.price === undefined).length,
  };
}

/** What the fittings of an assembly cost. */
export const partsPrice = ({ fittings }: Assembly): number =>
  fittings.reduce((sum, f) => sum + f.fitting.price, 0);

/** Minutes that the joints take, as far as the handbook says; `unsaid`: joints whose minutes nobody says. */
export function jointMinutes(
  { joints }: Assembly,
  rules: ReadonlyMap<JointKind, JointRule>,
): { readonly minutes: number; readonly unsaid: number } {
  const known = joints.map((j) => rules.get(j.kind)!.minutes);
  return {
    minutes: known.reduce<number>((sum, m) => sum + (m ?? 0), 0),
    unsaid: known.filter((m) => m === undefined).length,
  };
}
