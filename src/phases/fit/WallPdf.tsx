import { Circle, Document, Page, Path, Rect, StyleSheet, Svg, Text, View } from "@react-pdf/renderer";
import { Fragment } from "react";
import type { JobState } from "@/core/job";
import { stamp } from "@/ui/time";
import { Heading, POINTS, sheets, styles, Table, Title, type PaperAbout } from "../job/paper";
import { tagged, taggedPdf } from "../job/taggedPdf";
import { middleOf } from "./seen";
import { curvePath } from "./tubeCurve";
import type { WallPaper } from "./wallPaper";

export interface WallPdfInput extends PaperAbout {
  readonly job: Pick<JobState, "name" | "place">;
  readonly wall: WallPaper;
}

const MARGIN = 12;
/** Room beside the wall and under it for its measures, and above it for words, mm of the paper. */
const ROOM = { side: 16, bottom: 14, words: 26 } as const;
/** Scales of drawings, the largest first. */
const SCALES = [5, 10, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200] as const;

/** What is larger by less is as large: sheets in inches are no round mm. */
const HAIR = 1e-6;

const orientations = ["portrait", "landscape"] as const;
type Orientation = (typeof orientations)[number];

/** What a sheet has room for, mm. */
function roomOn(paper: WallPdfInput["paper"], orientation: Orientation) {
  const { width, height } = sheets[paper];
  const [across, up] = orientation === "portrait" ? [width, height] : [height, width];
  return {
    width: across - 2 * MARGIN - 2 * ROOM.side,
    height: up - 2 * MARGIN - ROOM.bottom - ROOM.words,
  };
}

/**
 * The largest scale at which a wall goes on a sheet, 1 to so many, and how the sheet lies for it. A wall
 * that is too large for any is drawn at the smallest.
 */
export function scaleFor(
  wall: Pick<WallPaper, "width" | "height">,
  paper: WallPdfInput["paper"],
): { readonly scale: number; readonly orientation: Orientation } {
  const scaleOn = (orientation: Orientation): number => {
    const room = roomOn(paper, orientation);
    const fits = (scale: number) =>
      wall.width / scale <= room.width + HAIR && wall.height / scale <= room.height + HAIR;
    return SCALES.find(fits) ?? SCALES.at(-1)!;
  };
  const [best] = orientations
    .map((orientation) => ({ orientation, scale: scaleOn(orientation) }))
    .toSorted((a, b) => a.scale - b.scale);
  return best!;
}

const SIZE = 9.5;
const words = { ...styles.text, fontSize: SIZE };
const looks = StyleSheet.create({
  text: { fontFamily: "Mono", fontSize: 6.5 },
  number: { fontFamily: "Next", fontSize: 7.5, fontWeight: 600 },
});

/** A line of words in a drawing, points. */
const WORD = 9;

type Place = { readonly x: number; readonly y: number };
const path = (points: readonly Place[]): string =>
  points.map((p, i) => `${i === 0 ? "M" : "L"}${p.x} ${p.y}`).join("");

/** A connector from its unit: straight, or round its corner. */
const bentPath = ([first, corner, end]: readonly Place[]): string =>
  end ? `M${first!.x} ${first!.y}Q${corner!.x} ${corner!.y} ${end.x} ${end.y}` : path([first!, corner!]);

/** Words in the drawing: their size is that of the paper, whatever the scale. */
function Words({
  x,
  y,
  says,
  upright = false,
  begins = false,
}: Place & { readonly says: string; readonly upright?: boolean; readonly begins?: boolean }) {
  return (
    <Text
      x={x}
      y={y}
      textAnchor={begins ? "start" : "middle"}
      style={looks.text}
      {...(upright ? { transform: `rotate(-90 ${x} ${y})` } : {})}
    >
      {says}
    </Text>
  );
}

/**
 * Measures between marks, along or up; every other one a row further out, so that short ones do not write
 * on one another.
 */
function Measures({
  all,
  at,
  row,
  isUp,
}: {
  all: readonly { readonly from: number; readonly to: number; readonly says: string }[];
  at: number;
  /** To the next row, outwards. */
  row: number;
  isUp: boolean;
}) {
  return all.map(({ from, to, says }, i) => {
    const line = at + (i % 2) * row;
    const mark = (along: number, off: number): Place =>
      isUp ? { x: line + off, y: along } : { x: along, y: line + off };
    const drawn = [
      [mark(from, 0), mark(to, 0)],
      [mark(from, -3), mark(from, 3)],
      [mark(to, -3), mark(to, 3)],
    ];
    return (
      <Fragment key={from}>
        <Path d={drawn.map(path).join("")} stroke="#000" strokeWidth={0.4} />
        <Words {...mark((from + to) / 2, -2.5)} says={says} upright={isUp} />
      </Fragment>
    );
  });
}

/** Pipes along their corners, and their connectors ribbed. */
function Pipes({ pipes, at }: { pipes: WallPaper["pipes"]; at: (p: Place) => Place }) {
  return pipes.map(({ number, points, connectors }) => (
    <Fragment key={number}>
      <Path d={path(points.map(at))} stroke="#000" strokeWidth={2} fill="none" />
      {connectors.map((way, i) => (
        <Path
          key={i}
          d={bentPath(way.map(at))}
          stroke="#000"
          strokeWidth={3.5}
          strokeDasharray="1.2 1"
          fill="none"
        />
      ))}
    </Fragment>
  ));
}

/** Tubes between their ends, each with its number. */
function Tubes({ tubes, at, k }: { tubes: WallPaper["tubes"]; at: (p: Place) => Place; k: number }) {
  return tubes.map(({ number, dash, label, from, to, by }) => {
    const curve = { from: at(from), to: at(to), by: [at(by[0]), at(by[1])] as const };
    const { x, y } = at(label);
    // A dash on the screen is of the cabinet's mm.
    const dashes = dash?.split(" ").map((part) => Number(part) * k);
    return (
      <Fragment key={number}>
        <Path
          d={curvePath(curve)}
          stroke="#000"
          strokeWidth={1.4}
          fill="none"
          {...(dashes ? { strokeDasharray: dashes.join(" ") } : {})}
        />
        {[curve.from, curve.to].map((end, i) => (
          <Circle key={i} cx={end.x} cy={end.y} r={2} stroke="#000" strokeWidth={0.6} fill="#fff" />
        ))}
        <Circle cx={x} cy={y} r={5} stroke="#000" strokeWidth={0.4} fill="#fff" />
        <Text x={x} y={y + 2.6} textAnchor="middle" style={looks.number}>
          {number}
        </Text>
      </Fragment>
    );
  });
}

const titles: Readonly<Record<WallPaper["is"], string>> = {
  wall: "The wall",
  cabinet: "The cabinet under the sink",
  ownWall: "The wall at the cold pipe",
};
const figures: Readonly<Record<WallPaper["is"], string>> = {
  wall: "with its units and pipes",
  cabinet: "seen from its door, with its units and tubes",
  ownWall: "with its units and tubes",
};

/** What stands on a wall or in a cabinet, by its names. */
function Names({
  wall: { is, obstacles, bodies },
  box,
}: {
  wall: WallPaper;
  box: (r: WallPaper["bodies"][number]) => Place & { readonly width: number; readonly height: number };
}) {
  return (
    <>
      {obstacles.map((o) => {
        const { x, y } = box(o);
        // What reaches up to the edge has its name inside.
        const isAtTop = y < WORD;
        return (
          <Words
            key={o.name}
            x={x + (isAtTop ? 3 : 0)}
            y={isAtTop ? y + WORD : y - 2.5}
            says={o.name}
            begins
          />
        );
      })}
      {bodies.map((b) => {
        const { x, y, width, height } = box(b);
        const isUpright = b.name.length * 4.2 > width;
        // In a cabinet tubes cross the middles of what stands there.
        if (is !== "wall") return <Words key={b.name} x={x + 3} y={y + WORD} says={b.name} begins />;
        const middle = { x: x + width / 2, y: y + height / 2 };
        return <Words key={b.name} {...middle} says={b.name} upright={isUpright} />;
      })}
    </>
  );
}

/** The wall to scale, in points of the page. */
function Drawn({ wall, scale }: { wall: WallPaper; scale: number }) {
  const k = POINTS / scale;
  const [left, bottom] = [ROOM.side * POINTS, ROOM.bottom * POINTS];
  const at = (p: Place): Place => ({ x: left + p.x * k, y: p.y * k });
  const size = { width: wall.width * k, height: wall.height * k };
  const box = (r: WallPaper["bodies"][number]) => ({ ...at(r), width: r.width * k, height: r.height * k });
  return (
    <Svg
      {...tagged(
        "Figure",
        `${titles[wall.is]} at 1:${scale}, ${figures[wall.is]}; the tables say the same in words`,
      )}
      width={size.width + 2 * left}
      height={size.height + bottom}
    >
      {wall.obstacles.map((o) => (
        <Rect key={o.name} {...box(o)} stroke="#000" strokeWidth={0.5} strokeDasharray="2 2" fill="#eee" />
      ))}
      {wall.corner === undefined ? null : (
        <>
          <Path
            d={path([at({ x: wall.corner, y: 0 }), at({ x: wall.corner, y: wall.height })])}
            stroke="#000"
            strokeWidth={0.5}
            strokeDasharray="8 3 2 3"
          />
          <Words {...at({ x: wall.corner, y: wall.height * 0.98 })} says=" corner" begins />
        </>
      )}
      {wall.bodies.map((b) => (
        <Rect key={b.name} {...box(b)} stroke="#000" strokeWidth={1} fill="#fff" />
      ))}
      <Rect x={left} y={0} {...size} stroke="#000" strokeWidth={0.6} fill="none" />
      <Pipes pipes={wall.pipes} at={at} />
      <Tubes tubes={wall.tubes} at={at} k={k} />
      <Names wall={wall} box={box} />
      {wall.pipes.map((p) => {
        const { x, y } = at(middleOf(p.points));
        return (
          <Text key={p.number} x={x + 2.5} y={y - 2.5} style={looks.number}>
            {p.number}
          </Text>
        );
      })}
      {wall.ends.map((end) => {
        const { x, y } = at(end);
        return <Words key={end.name} x={x} y={y - 3} says={end.name} />;
      })}
      <Measures
        all={wall.across.map((m) => ({ ...m, from: left + m.from * k, to: left + m.to * k }))}
        at={size.height + bottom * 0.4}
        row={bottom * 0.4}
        isUp={false}
      />
      <Measures
        all={wall.up.map((m) => ({ ...m, from: m.from * k, to: m.to * k }))}
        at={left * 0.75}
        row={-left * 0.4}
        isUp
      />
    </Svg>
  );
}

const fittingsSaid = (fittings: WallPaper["runs"][number]["fittings"]): string =>
  fittings.map(({ name, count }) => `${count} of ${name}`).join("; ");

/** What every numbered pipe of a wall is made of. */
function PipesTable({ runs }: Pick<WallPaper, "runs">) {
  return (
    <>
      <Heading>Pipes, as they are numbered</Heading>
      <Table
        widths={["5%", "27%", "33%", "35%"]}
        head={["", "Pipe", "Pieces along the water", "Fittings"]}
        rows={runs.map((r) => ({
          key: String(r.number),
          cells: [String(r.number), r.name, r.pieces, fittingsSaid(r.fittings)],
        }))}
      />
    </>
  );
}

/** What every numbered tube of a cabinet is cut to. */
function TubesTable({ cuts }: Pick<WallPaper, "cuts">) {
  return (
    <>
      <Heading>Tubes, as they are numbered</Heading>
      <Table
        widths={["5%", "30%", "47%", "18%"]}
        head={["", "Tube", "From and to", "Cut to"]}
        rows={cuts.map((c) => ({
          key: String(c.number),
          cells: [String(c.number), c.name, c.ends, c.length],
        }))}
      />
    </>
  );
}

/** How a drawing is read. */
function readSo({ is, pipes }: WallPaper): string {
  const tubes =
    "Tubes are numbered as in the table that follows; they hang with slack, so that a unit is drawn out with its tubes on.";
  if (is === "cabinet") return `Seen from its door. ${tubes}`;
  if (is === "ownWall") return tubes;
  const ribbed = pipes.some((p) => p.connectors.length > 0) ? "; ribbed: flexible connectors" : "";
  return `Pipes are numbered as in the cut list and in the table that follows${ribbed}.`;
}

/**
 * A placed train on its wall, or what stands under a sink, to scale with its measures; then where each unit
 * stands, and what every numbered pipe or tube is. PDF.
 */
export const wallPdf = ({ job, wall, company, zone, paper, printed }: WallPdfInput) => {
  const { scale, orientation } = scaleFor(wall, paper);
  const page = { fontFamily: "Next", fontSize: SIZE, padding: MARGIN * POINTS } as const;
  return taggedPdf(
    <Document title={`${titles[wall.is]}, ${job.name}`} author={company} language="en">
      <Page size={paper} orientation={orientation} style={page}>
        <View style={words}>
          <Title>
            {titles[wall.is]} at 1:{scale}
          </Title>
          <Text style={styles.small}>
            {job.name}, {job.place} · {company} · printed {stamp(printed, zone)} · the units&apos; own manuals
            win over what stands here
          </Text>
          <Text style={styles.small}>{readSo(wall)}</Text>
        </View>
        <View style={{ marginTop: 8 }}>
          <Drawn wall={wall} scale={scale} />
        </View>
        <View style={words}>
          <View wrap={false}>
            <Heading>Where units stand</Heading>
            <Table
              widths={["25%", "75%"]}
              rows={wall.units.map((u) => ({ key: u.key, cells: [u.name, u.says] }))}
            />
          </View>
          {wall.is === "wall" ? <PipesTable runs={wall.runs} /> : <TubesTable cuts={wall.cuts} />}
        </View>
      </Page>
    </Document>,
  );
};
