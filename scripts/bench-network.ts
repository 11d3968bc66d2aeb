// A network solved through Brant against the engine called directly: one open project in both, new lengths
// set, initialised, solved, read. Prints one JSON line.
import { InitHydOption, LinkProperty, NodeProperty, Option, Project, Workspace } from "epanet-js";
import { supplyCurve } from "../src/core/plumbing";
import { loadEngine } from "../src/core/plumbing/engine";
import { inpNames, inpOf } from "../src/core/plumbing/inp";
import type { Network } from "../src/core/plumbing/network";

const FLOORS = 4;
const FLATS = 3;
const ROUNDS = 400;

/** Flats behind two equal units: a riser, and on each floor branches with a fixture each. */
function flats(): Network {
  const floors = Array.from({ length: FLOORS }, (_, i) => i);
  const all = floors.flatMap((floor) => Array.from({ length: FLATS }, (_, flat) => ({ floor, flat })));
  const pipe = { lengthM: 3, C: 150, idMm: 26.8 };
  return {
    supply: supplyCurve({ static: 500, flowing: 420, flow: 60 })!,
    nodes: [
      { id: "main", elevationM: 0 },
      { id: "treated", elevationM: 0.5 },
      ...floors.map((floor) => ({ id: `floor${floor}`, elevationM: 3 * floor })),
      ...all.map(({ floor, flat }) => ({ id: `tap${floor}.${flat}`, elevationM: 3 * floor + 1 })),
    ],
    pipes: [
      ...floors.map((floor) => ({
        id: `riser${floor}`,
        from: floor === 0 ? "treated" : `floor${floor - 1}`,
        to: `floor${floor}`,
        ...pipe,
      })),
      ...all.map(({ floor, flat }) => ({
        id: `branch${floor}.${flat}`,
        from: `floor${floor}`,
        to: `tap${floor}.${flat}`,
        lengthM: 6 + flat,
        C: 150,
        idMm: 17,
      })),
    ],
    units: ["u1", "u2"].map((id) => ({ id, from: "main", to: "treated", a: 0.4, b: 0.015 })),
    fixtures: all
      .filter(({ flat }) => flat !== 1)
      .map(({ floor, flat }) => ({ node: `tap${floor}.${flat}`, flow: 6 })),
  };
}

/** What Brant takes off before it solves is taken off here too: both solve the same. */
const network = ((): Network => {
  const all = flats();
  const drawn = new Set(all.fixtures.map((f) => f.node));
  const isBlind = (id: string) => id.startsWith("tap") && !drawn.has(id);
  return {
    ...all,
    nodes: all.nodes.filter((n) => !isBlind(n.id)),
    pipes: all.pipes.filter((p) => !isBlind(p.to)),
  };
})();
const lengthsOf = (round: number): Record<string, number> =>
  Object.fromEntries(network.pipes.map((p, i) => [p.id, p.lengthM + ((round + i) % 7) / 10]));

async function direct() {
  const workspace = new Workspace();
  await workspace.loadModule();
  const project = new Project(workspace);
  workspace.writeFile("network.inp", inpOf(network));
  project.open("network.inp", "report.txt", "out.bin");
  project.setOption(Option.Accuracy, 1e-6);
  const names = inpNames(network);
  const links = [...network.pipes, ...network.units].map((l) => project.getLinkIndex(names.links.get(l.id)!));
  const nodes = network.nodes.map((n) => project.getNodeIndex(names.nodes.get(n.id)!));
  project.openH();
  return (lengths: readonly number[]) => {
    for (const [i, length] of lengths.entries()) project.setLinkValue(links[i]!, LinkProperty.Length, length);
    project.initH(InitHydOption.InitFlow);
    project.runH();
    const pressures = nodes.map((at) => project.getNodeValue(at, NodeProperty.Pressure));
    const flows = links.map((at) => project.getLinkValue(at, LinkProperty.Flow));
    return { pressures, flows };
  };
}

const median = (all: number[]) => [...all].sort((a, b) => a - b)[all.length >> 1]!;
const plain = await direct();
const open = (await loadEngine()).open(network);
const times = { brant: [] as number[], direct: [] as number[] };
let apart = 0;
for (let round = 0; round < ROUNDS; round += 1) {
  const lengths = lengthsOf(round);
  const list = Object.values(lengths);
  const start = performance.now();
  const { pressures } = plain(list);
  const between = performance.now();
  const solved = open.solve(lengths)!;
  times.brant.push(performance.now() - between);
  times.direct.push(between - start);
  const [top] = network.nodes.slice(-1);
  apart = Math.max(apart, Math.abs(solved.pressures[top!.id]! - pressures.at(-1)! * 9.80665));
}
console.log(
  JSON.stringify({
    same: apart < 1e-6,
    nodes: network.nodes.length,
    brant: median(times.brant),
    direct: median(times.direct),
  }),
);
