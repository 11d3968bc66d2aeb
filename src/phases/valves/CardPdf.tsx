import { Document, G, Page, Path, StyleSheet, Svg, Text, View } from "@react-pdf/renderer";
import { cardSequences, inService, type Rig } from "@/core/rig";
import { tagged, taggedPdf } from "../job/taggedPdf";
import { tagsOf, type Drawing } from "./drawn";
import { handleMarks } from "./handles";
import { shapesOf, type Ink } from "./shapes";

/** Black and white: what is full is grey, so that walls, bars and arrows still show. */
const inks: Readonly<Record<Ink, string>> = {
  ink: "#000",
  soft: "#333",
  hair: "#999",
  paper: "#fff",
  water: "#777",
  check: "#333",
  stop: "#000",
  tint: "#eee",
};

const s = StyleSheet.create({
  page: { fontFamily: "Next", fontSize: 9, padding: "26 30 30 30", color: "#000", lineHeight: 1.3 },
  h1: { fontSize: 16, fontWeight: 600, lineHeight: 1.2 },
  h2: { fontSize: 11, fontWeight: 600, marginBottom: 2 },
  small: { fontSize: 7.5, color: "#333" },
  columns: { flexDirection: "row", gap: 18, marginTop: 8 },
  tags: {
    position: "absolute",
    left: 30,
    right: 30,
    bottom: 18,
    flexDirection: "row",
    flexWrap: "wrap",
    gap: 3,
  },
  tag: {
    width: 93,
    height: 31,
    flexDirection: "row",
    alignItems: "center",
    gap: 3,
    padding: 3,
    borderWidth: 0.6,
    borderStyle: "dashed",
    borderColor: "#555",
  },
  number: { fontSize: 17, fontWeight: 600, width: 24, textAlign: "center", lineHeight: 1 },
  row: { flexDirection: "row", borderTopWidth: 0.5, borderTopColor: "#888", paddingVertical: 1.1 },
});

/** How a unit's handles stand, drawn small beside the word. */
function Stands({ angles }: { angles: readonly number[] | undefined }) {
  if (!angles) return null;
  const m = handleMarks(angles);
  return (
    <Svg
      {...tagged("Artifact")}
      width={m.width * 0.34}
      height={m.height * 0.34}
      viewBox={`0 0 ${m.width} ${m.height}`}
      style={{ marginRight: 3 }}
    >
      {m.circles.map((c, i) => (
        <Path
          key={i}
          d={`M${c.x - 11} ${c.y}a11 11 0 1 0 22 0a11 11 0 1 0 -22 0z`}
          fill="none"
          stroke="#000"
          strokeWidth={1.6}
        />
      ))}
      {m.levers.map((d, i) => (
        <Path key={i} d={d} fill="none" stroke="#000" strokeWidth={3} />
      ))}
    </Svg>
  );
}

export interface CardInput {
  readonly rig: Rig;
  readonly drawing: Drawing;
  readonly name: string;
  readonly place: string;
  readonly company: string;
  readonly paper: "A4" | "LETTER";
  readonly printed: string;
  /** Where the job came from, if it was elsewhere. */
  readonly imported: string;
}

/** The rig as it stands every day, as large as the page has room. */
function RigDrawing({ rig, drawing, paper }: CardInput) {
  const [w, h] = paper === "A4" ? [842, 595] : [792, 612];
  const scale = Math.min((w - 60) / drawing.width, (h * 0.34) / drawing.height, 0.95);
  const groups = shapesOf(drawing, rig, inService(rig));
  return (
    <Svg
      {...tagged(
        "Figure",
        "The pipes, units and valves as they stand every day; each valve with the number of its tag",
      )}
      width={drawing.width * scale}
      height={drawing.height * scale}
      viewBox={`0 0 ${drawing.width} ${drawing.height}`}
      style={{ marginTop: 6 }}
    >
      {groups.map((g) => (
        <G key={g.id}>
          {g.shapes.map((x, i) =>
            x.is === "path" ? (
              <Path
                key={i}
                d={x.d}
                fill={x.fill ? inks[x.fill] : "none"}
                stroke={x.stroke ? inks[x.stroke] : "none"}
                strokeWidth={x.width ?? 1}
                strokeDasharray={x.dash || undefined}
              />
            ) : (
              <Text
                key={i}
                x={x.x}
                y={x.y}
                style={{ fontSize: x.size, fontFamily: "Next", fontWeight: x.bold ? 600 : 400 }}
                fill={inks[x.ink ?? "ink"]}
                textAnchor={x.anchor === "middle" ? "middle" : "start"}
              >
                {x.text}
              </Text>
            ),
          )}
        </G>
      ))}
    </Svg>
  );
}

/** Handles that a hand turns: what works by itself has no tag. */
const taggedHandles = (rig: Rig) => rig.handles.filter((h) => h.kind !== "automatic");

/** The list of tags, and how each handle stands every day. */
function Tags({ rig }: CardInput) {
  const tags = tagsOf(rig);
  const handles = taggedHandles(rig);
  const half = Math.ceil(handles.length / 2);
  return (
    <View style={{ width: "46%" }}>
      <Text {...tagged("H2")} style={s.h2}>
        Tags, and how each stands every day
      </Text>
      <View style={{ flexDirection: "row", gap: 10 }}>
        {[handles.slice(0, half), handles.slice(half)].map((part, c) => (
          <View key={c} {...tagged("L")} style={{ width: "50%" }}>
            {part.map((x) => (
              <View key={x.id} {...tagged("LI")} style={s.row}>
                <Text style={{ width: 16, fontWeight: 600 }}>{String(tags.get(x.id) ?? "")}</Text>
                <Text style={{ flex: 1, paddingRight: 2 }}>{x.name}</Text>
                <Stands angles={x.positions.find((p) => p.name === x.normal)?.angles} />
                <Text style={{ width: 38 }}>{x.normal}</Text>
              </View>
            ))}
          </View>
        ))}
      </View>
    </View>
  );
}

/** What a household turns, step by step. */
function Sequences({ rig }: CardInput) {
  return (
    <View style={{ width: "54%", flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
      {cardSequences(rig).map((q) => (
        <View key={q.title} style={{ width: "47%" }} wrap={false}>
          <Text {...tagged("H2")} style={s.h2}>
            {q.title}
          </Text>
          {q.steps.map((step, i) => (
            <Text key={i}>
              {i + 1}. {step}
            </Text>
          ))}
          {q.note ? <Text style={s.small}>{q.note}</Text> : null}
        </View>
      ))}
    </View>
  );
}

/** Tags to cut out. */
function CutOut({ rig }: CardInput) {
  const tags = tagsOf(rig);
  const handles = taggedHandles(rig);
  return (
    <View style={s.tags}>
      <Text style={{ ...s.small, width: "100%" }}>Tags to cut out and hang on the valves</Text>
      {handles
        .filter((x) => x.kind !== "cap")
        .map((x) => (
          <View key={x.id} style={s.tag} wrap={false}>
            <Text style={s.number}>{String(tags.get(x.id) ?? "")}</Text>
            <View style={{ flex: 1 }}>
              <Text style={{ fontSize: 7, lineHeight: 1.15 }}>{x.name}</Text>
              <Text style={{ fontSize: 7, fontWeight: 600 }}>{x.normal}</Text>
            </View>
          </View>
        ))}
    </View>
  );
}

/**
 * The valve card: one page to hang by the tanks, with the rig as it stands every day, its tags, and what a
 * household turns.
 */
export async function cardPdf(input: CardInput): Promise<Buffer> {
  const { name, place, company, paper, printed, imported } = input;
  return taggedPdf(
    <Document title={`Valve card, ${name}`} author={company} language="en">
      <Page size={paper} orientation="landscape" style={s.page}>
        <View style={{ flexDirection: "row", justifyContent: "space-between" }}>
          <Text {...tagged("H1")} style={s.h1}>
            Valve card: {name}
          </Text>
          <Text style={s.small}>{[place, company, printed, imported].filter(Boolean).join(" · ")}</Text>
        </View>
        <RigDrawing {...input} />
        <View style={s.columns}>
          <Tags {...input} />
          <Sequences {...input} />
        </View>
        <CutOut {...input} />
      </Page>
    </Document>,
  );
}
