import { Page, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { ReactNode } from "react";
import type { JobState } from "@/core/job";
import { importedSaid } from "./imported";
import { tagged } from "./taggedPdf";

/** What every paper of a job says of itself, and the sheet that it is printed on. */
export interface PaperAbout {
  readonly company: string;
  readonly zone: string;
  readonly paper: keyof typeof sheets;
  readonly printed: number;
}

/** Points of a page in a millimetre. */
export const POINTS = 72 / 25.4;
/** A sheet as it stands, mm. */
export const sheets = { A4: { width: 210, height: 297 }, LETTER: { width: 215.9, height: 279.4 } } as const;

/** How everything printed looks that is read on a page by itself. */
export const styles = StyleSheet.create({
  page: { fontFamily: "Next", padding: "42 42 56 42", color: "#000" },
  text: { lineHeight: 1.35 },
  h1: { fontSize: 18, fontWeight: 600, marginBottom: 4, lineHeight: 1.25 },
  h2: { fontSize: 12, fontWeight: 600, marginTop: 14, marginBottom: 3, lineHeight: 1.25 },
  row: { flexDirection: "row", borderTopWidth: 0.5, borderTopColor: "#888", paddingVertical: 2.5 },
  head: { flexDirection: "row", paddingVertical: 2, color: "#333" },
  small: { fontSize: 8.5, color: "#333" },
  mono: { fontFamily: "Mono", fontSize: 8.5 },
  foot: {
    position: "absolute",
    bottom: 26,
    left: 42,
    right: 42,
    flexDirection: "row",
    justifyContent: "space-between",
    alignItems: "flex-end",
    gap: 12,
    fontSize: 7.5,
    color: "#333",
  },
});

/** The name of a paper or of one of its pages. */
export const Title = ({ children }: { children: ReactNode }) => (
  <Text {...tagged("H1")} style={styles.h1}>
    {children}
  </Text>
);

/** The name of a part of a paper. */
export const Heading = ({ children }: { children: ReactNode }) => (
  <Text {...tagged("H2")} style={styles.h2}>
    {children}
  </Text>
);

/** A unit's code, a serial number: what is compared sign by sign. */
export const Code = ({ children }: { children: ReactNode }) => <Text style={styles.mono}>{children}</Text>;

interface Row {
  readonly key: string;
  readonly cells: readonly ReactNode[];
}

function Cells({ row, widths, head = false }: { row: Row; widths: readonly string[]; head?: boolean }) {
  return (
    <View {...tagged("TR")} style={head ? styles.head : styles.row} wrap={false}>
      {row.cells.map((cell, i) => (
        <View key={i} {...tagged(head ? "TH" : "TD")} style={{ width: widths[i]!, paddingRight: 8 }}>
          {typeof cell === "string" ? <Text>{cell}</Text> : cell}
        </View>
      ))}
    </View>
  );
}

/** A table: each row stays on one page. */
export function Table({
  widths,
  head,
  rows,
}: {
  widths: readonly string[];
  head?: readonly string[];
  rows: readonly Row[];
}) {
  if (rows.length === 0) return null;
  return (
    <View {...tagged("Table")}>
      {head ? <Cells row={{ key: "head", cells: head }} widths={widths} head /> : null}
      {rows.map((row) => (
        <Cells key={row.key} row={row} widths={widths} />
      ))}
    </View>
  );
}

/** Sentences one below the other, each with its mark. */
export function List({ lines, numbered = false }: { lines: readonly string[]; numbered?: boolean }) {
  return (
    <View {...tagged("L")}>
      {lines.map((line, i) => (
        <Text key={line} {...tagged("LI")}>
          {numbered ? `${i + 1}.` : "–"} {line}
        </Text>
      ))}
    </View>
  );
}

/** What stands at the foot of each page: what the paper is of, and which page of how many. It is not read aloud. */
function Foot({ job, zone, digits }: { job: JobState; zone: string; digits: number }) {
  const head = `${job.name} · head ${job.head.slice(0, digits)}`;
  return (
    <View style={styles.foot} fixed {...tagged("Artifact")}>
      <Text style={{ flex: 1 }}>{[head, importedSaid(job, zone)].filter(Boolean).join(" · ")}</Text>
      <Text render={({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`} />
    </View>
  );
}

/**
 * Pages of a job's paper, with the head of its log at their foot: all of it where somebody may compare it,
 * its beginning elsewhere.
 */
export function Sheet({
  job,
  zone,
  paper,
  fontSize,
  headDigits,
  children,
}: {
  job: JobState;
  zone: string;
  paper: "A4" | "LETTER";
  fontSize: number;
  headDigits: number;
  children: ReactNode;
}) {
  return (
    <Page size={paper} style={{ ...styles.page, fontSize }}>
      {/* The page itself must have no line height: a text that is filled in last, as the page number is, would not be printed. */}
      <View style={{ ...styles.text, fontSize }}>{children}</View>
      <Foot job={job} zone={zone} digits={headDigits} />
    </Page>
  );
}
