import {
  thread,
  type CatalogueFitting,
  type JointMethod,
  type PipeSystem,
  type Rating,
  type Shape,
} from "../../core/plumbing/fittings";
import type { PortType } from "../../core/plumbing/transitions";
import { flexibleOf } from "../../core/plumbing/connector";
import {
  connectorBores,
  connectorLengths,
  connectorSizes,
  depthsOf,
  equivalentsOf,
  has45,
  methodsOf,
  pipeSizes,
  ratings,
  threadLaying,
  threadSizes,
  type PipeSize,
} from "./sizes";

// Made-up parts with made-up prices, over the systems, sizes and threads of handbook 3.

const words: Readonly<Record<PipeSystem | JointMethod | Shape, string>> = {
  pex: "PEX",
  copper: "copper",
  cpvc: "CPVC",
  pvc: "PVC",
  peSupply: "PE supply pipe",
  crimp: "insert",
  expansion: "expansion",
  pushFit: "push-fit",
  solder: "solder",
  cement: "cement",
  coupling: "coupling",
  elbow90: "90° elbow",
  elbow45: "45° elbow",
  tee: "tee",
  adapter: "adapter",
  reducer: "reducing coupling",
  valve: "ball valve, full port",
  connector: "flexible connector",
};

/** Price of a plain half-inch coupling by method; other shapes and sizes are multiples of it. */
const base: Readonly<Record<JointMethod, number>> = {
  crimp: 1.1,
  expansion: 1.6,
  pushFit: 5.8,
  solder: 0.9,
  cement: 0.6,
};
const shapeTimes: Readonly<Record<Shape, number>> = {
  coupling: 1,
  elbow90: 1.4,
  elbow45: 1.5,
  tee: 2,
  adapter: 1.8,
  reducer: 1.3,
  valve: 6,
  connector: 9,
};
const sizeTimes: readonly number[] = [1, 1.5, 2.4, 3.8];
const cents = (price: number): number => Math.round(price * 100) / 100;

interface End {
  readonly port: PortType;
  readonly words: string;
  readonly method?: JointMethod;
  readonly laying: number;
  readonly insertion?: number;
}

const at = (size: PipeSize): number => pipeSizes.indexOf(size);

/** A socket for a pipe. What a shape's table lacks is as long as a coupling. */
function pipeSide(system: PipeSystem, method: JointMethod, shape: Shape, size: PipeSize): End {
  const { insertion, laying } = depthsOf[method];
  return {
    port: { system, size, gender: "socket" },
    words: `${size} ${words[system]}`,
    method,
    laying: (laying[shape] ?? laying.coupling!)[at(size)]!,
    insertion: insertion[at(size)],
  };
}
const threadSide = (
  standard: "NPT" | "G" | "GHT",
  size: (typeof threadSizes)[number],
  gender: "male" | "female",
): End => ({
  port: thread(standard, size, gender),
  words: `${size} ${standard} ${gender}`,
  laying: threadLaying[size],
});
/** A nut that goes onto a unit's own port. */
const nutSide = (system: "O-ring nut" | "split ring", size: (typeof threadSizes)[number]): End => ({
  port: { system, size, gender: "female" },
  words: `${size} ${system}`,
  laying: threadLaying[size],
});

const idOf = (...parts: readonly string[]): string =>
  parts
    .join("-")
    .toLowerCase()
    .replace(/[^a-z0-9-]+/g, ".");

function fitting(
  id: string,
  name: string,
  shape: Shape,
  price: number,
  ends: readonly [End, End],
): CatalogueFitting {
  return {
    id,
    name,
    shape,
    price: cents(price),
    ports: [ends[0].port, ends[1].port],
    methods: [ends[0].method, ends[1].method],
    layingMm: [ends[0].laying, ends[1].laying],
    insertionMm: [ends[0].insertion, ends[1].insertion],
    rating: ratingOf(ends),
    ...lossLike(shape, ends),
  };
}

/** A fitting bears what the weaker of its ends does. */
function ratingOf(ends: readonly [End, End]): Rating {
  const both = ends.map(({ method }) => ratings[method ?? "thread"]);
  return {
    kPa: Math.min(...both.map((r) => r.kPa)),
    celsius: Math.min(...both.map((r) => r.celsius)),
  };
}

/**
 * Lengths of pipe that lose as much as a fitting, by the method of its pipe's end and its size; a part of
 * threads alone is taken as a coupling of full bore.
 */
function lossLike(shape: Shape, ends: readonly [End, End]): Pick<CatalogueFitting, "likeM" | "branchLikeM"> {
  const [pipe] = ends.filter((e) => e.method);
  if (!pipe) return { likeM: equivalentsOf.solder.straight[1] };
  const like = equivalentsOf[pipe.method!];
  const i = at(pipe.port.size as PipeSize);
  if (shape === "tee") return { likeM: like.teeThrough[i]!, branchLikeM: like.teeBranch[i]! };
  const bent = shape === "elbow90" || shape === "elbow45" || shape === "valve";
  return { likeM: like[bent ? shape : "straight"][i]! };
}

const priceOf = (method: JointMethod, shape: Shape, size: PipeSize): number =>
  base[method] * shapeTimes[shape] * sizeTimes[at(size)]!;

/** Every pipe system with each of its methods. */
const joined = (Object.keys(methodsOf) as PipeSystem[]).flatMap((system) =>
  methodsOf[system].map((method) => ({ system, method })),
);

/** Couplings, elbows and tees: two equal ends. */
const straight = joined.flatMap(({ system, method }) =>
  (
    ["coupling", "elbow90", "tee", "valve", ...(has45(method) ? (["elbow45"] as const) : [])] as const
  ).flatMap((shape) =>
    pipeSizes.map((size) => {
      const end = pipeSide(system, method, shape, size);
      return fitting(
        idOf(shape, method, system, size),
        `${end.words} ${words[method]} ${words[shape]}`,
        shape,
        priceOf(method, shape, size),
        [end, end],
      );
    }),
  ),
);

/** From a pipe to the taper thread of its size, outside and inside. */
const adapters = joined.flatMap(({ system, method }) =>
  pipeSizes.flatMap((size) =>
    (["male", "female"] as const).map((gender) => {
      const ends = [pipeSide(system, method, "adapter", size), threadSide("NPT", size, gender)] as const;
      return fitting(
        idOf("adapter", method, system, size, gender),
        `${ends[0].words} ${words[method]} × ${ends[1].words}`,
        "adapter",
        priceOf(method, "adapter", size),
        ends,
      );
    }),
  ),
);

/** From a pipe to the next smaller size of the same system. */
const reducers = joined.flatMap(({ system, method }) =>
  pipeSizes.slice(1).map((size, i) => {
    const smaller = pipeSizes[i]!;
    const ends = [
      pipeSide(system, method, "reducer", size),
      pipeSide(system, method, "reducer", smaller),
    ] as const;
    return fitting(
      idOf("reducer", method, system, size, smaller),
      `${size} × ${smaller} ${words[system]} ${words[method]} ${words.reducer}`,
      "reducer",
      priceOf(method, "reducer", size),
      ends,
    );
  }),
);

/** Systems whose pipe has the outside of copper tube: one push-fit takes any two of them. */
const tubeSized = ["pex", "copper", "cpvc"] as const;
const between = tubeSized.flatMap((one, i) =>
  tubeSized
    .slice(i + 1)
    .flatMap((other) =>
      pipeSizes.map((size) =>
        fitting(
          idOf("coupling-pushfit", one, other, size),
          `${size} ${words[one]} × ${words[other]} push-fit coupling`,
          "coupling",
          priceOf("pushFit", "coupling", size) * 1.1,
          [pipeSide(one, "pushFit", "coupling", size), pipeSide(other, "pushFit", "coupling", size)],
        ),
      ),
    ),
);

/** A push-fit onto a larger taper thread, for units whose ports are larger than the house's pipe. */
const growing = tubeSized.flatMap((system) =>
  pipeSizes.slice(0, -1).flatMap((size, i) =>
    (["male", "female"] as const).map((gender) => {
      const larger = pipeSizes[i + 1]!;
      const ends = [pipeSide(system, "pushFit", "adapter", size), threadSide("NPT", larger, gender)] as const;
      return fitting(
        idOf("adapter-pushfit", system, size, larger, gender),
        `${ends[0].words} push-fit × ${ends[1].words}`,
        "adapter",
        priceOf("pushFit", "adapter", larger),
        ends,
      );
    }),
  ),
);

const threadPrice = (size: string): number => 1.2 * (1 + threadSizes.indexOf(size as never));

/** Between threads: nipples, couplings, bushings, and the few parts that lead from one standard to another. */
const threaded: readonly CatalogueFitting[] = [
  ...threadSizes.flatMap((size) => [
    fitting(idOf("nipple", size), `${size} NPT nipple`, "coupling", threadPrice(size), [
      threadSide("NPT", size, "male"),
      threadSide("NPT", size, "male"),
    ]),
    fitting(idOf("coupling-npt", size), `${size} NPT coupling`, "coupling", threadPrice(size) * 1.2, [
      threadSide("NPT", size, "female"),
      threadSide("NPT", size, "female"),
    ]),
  ]),
  ...threadSizes
    .slice(1)
    .map((size, i) =>
      fitting(
        idOf("bushing", size, threadSizes[i]!),
        `${size} × ${threadSizes[i]!} NPT bushing`,
        "reducer",
        threadPrice(size) * 0.8,
        [threadSide("NPT", size, "male"), threadSide("NPT", threadSizes[i]!, "female")],
      ),
    ),
  ...(["1/2", "3/4", "1"] as const).flatMap((size) =>
    (["male", "female"] as const).map((gender) =>
      fitting(
        idOf("npt-g", size, gender),
        `${size} NPT male × ${size} G ${gender} adapter`,
        "adapter",
        threadPrice(size) * 1.9,
        [threadSide("NPT", size, "male"), threadSide("G", size, gender)],
      ),
    ),
  ),
  ...(["male", "female"] as const).map((gender) =>
    fitting(
      idOf("hose-npt", gender),
      `3/4 garden hose ${gender} × 3/4 NPT male`,
      "adapter",
      threadPrice("3/4") * 1.5,
      [threadSide("GHT", "3/4", gender), threadSide("NPT", "3/4", "male")],
    ),
  ),
];

/** From a unit's coupling nut to the taper thread of its size. */
const nuts = (["O-ring nut", "split ring"] as const).flatMap((system) =>
  threadSizes.slice(3).map((size) => {
    const ends = [nutSide(system, size), threadSide("NPT", size, "male")] as const;
    return fitting(
      idOf("connector", system, size),
      `${ends[0].words} × ${ends[1].words} connector`,
      "adapter",
      threadPrice(size) * 2.2,
      ends,
    );
  }),
);

/**
 * Flexible connectors from a unit's coupling nut: onto a pipe of the size of copper tube, pushed on, or by
 * the taper thread of its size.
 */
const flexible = (["O-ring nut", "split ring"] as const).flatMap((system) =>
  connectorSizes.flatMap((size) =>
    connectorLengths.flatMap((length) => {
      const nut = nutSide(system, size);
      const ends = [
        threadSide("NPT", size, "male"),
        ...tubeSized.map((pipe) => pipeSide(pipe, "pushFit", "coupling", size)),
      ];
      return ends.map((end): CatalogueFitting => ({
        ...fitting(
          idOf("flexible", system, size, `${length.inches}`, end.words),
          `${nut.words} × ${end.words}${end.method ? " push-fit" : ""} flexible connector, ${length.inches} in`,
          "connector",
          threadPrice(size) * (3 + length.inches / 6),
          [nut, end],
        ),
        ...flexibleOf({ lengthMm: length.mm, ...connectorBores[size] }),
      }));
    }),
  ),
);

/** Every fitting that Brant brings along, by id. */
export const fittings: ReadonlyMap<string, CatalogueFitting> = new Map(
  [...straight, ...adapters, ...reducers, ...between, ...growing, ...threaded, ...nuts, ...flexible].map(
    (f) => [f.id, f],
  ),
);
