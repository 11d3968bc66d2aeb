import { Document, Page, Path, Svg, Text, View } from "@react-pdf/renderer";
import { templateSheets, type TemplateSheet } from "@/core/fit/template";
import type { JobState } from "@/core/job";
import { stamp } from "@/ui/time";
import { POINTS, sheets, styles, Title, type PaperAbout } from "../job/paper";
import { tagged, taggedPdf } from "../job/taggedPdf";
import type { HungUnit } from "./template";

export interface TemplateInput extends PaperAbout {
  readonly job: Pick<JobState, "name" | "place">;
  readonly units: readonly HungUnit[];
}

/** What no printer reaches, mm. */
const MARGIN = 10;
/** How high the drawing is, and where in it the holes and the line to be measured are, mm. */
const DRAWN = { height: 110, holes: 45, line: 90 } as const;
/** What is measured before a hole is drilled, mm. */
export const CHECK_LINE = 100;
/** Half of a cross that marks a hole's middle, mm. */
const CROSS = 9;

const line = (x1: number, y1: number, x2: number, y2: number): string => `M${x1} ${y1}L${x2} ${y2}`;
const circle = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;

/** The marks of a sheet as paths, mm. */
function marksOf(sheet: TemplateSheet, hole: number, width: number) {
  const { holes, line: at, height } = DRAWN;
  return {
    thin: [
      // Through both holes.
      line(0, holes, width, holes),
      ...sheet.holes.map((x) => line(x, holes - CROSS, x, holes + CROSS)),
    ],
    bold: [
      ...sheet.holes.map((x) => circle(x, holes, hole / 2)),
      line(MARGIN, at, MARGIN + CHECK_LINE, at),
      line(MARGIN, at - 3, MARGIN, at + 3),
      line(MARGIN + CHECK_LINE, at - 3, MARGIN + CHECK_LINE, at + 3),
    ],
    dashed: sheet.matches.map((x) => line(x, 0, x, height)),
  };
}

function Drawn({ sheet, unit, width }: { sheet: TemplateSheet; unit: HungUnit; width: number }) {
  const { thin, bold, dashed } = marksOf(sheet, unit.pattern.hole, width);
  return (
    <Svg
      {...tagged("Figure", `At 1:1: ${unit.says}; below them a line of ${CHECK_LINE} mm`)}
      width={width * POINTS}
      height={DRAWN.height * POINTS}
      viewBox={`0 0 ${width} ${DRAWN.height}`}
    >
      {thin.map((d) => (
        <Path key={d} d={d} stroke="#000" strokeWidth={0.15} fill="none" />
      ))}
      {bold.map((d) => (
        <Path key={d} d={d} stroke="#000" strokeWidth={0.35} fill="none" />
      ))}
      {dashed.map((d) => (
        <Path key={d} d={d} stroke="#000" strokeWidth={0.25} strokeDasharray="3 2" fill="none" />
      ))}
    </Svg>
  );
}

/** Templates to drill by, at 1:1: a page for each unit, or as many as its holes take. PDF. */
export const templatePdf = ({ job, units, company, zone, paper, printed }: TemplateInput) => {
  // The paper lies on its side.
  const width = sheets[paper].height - 2 * MARGIN;
  const pages = units.flatMap((unit) =>
    templateSheets(unit.pattern.apart, width).map((sheet, i, all) => ({ unit, sheet, i, all })),
  );
  return taggedPdf(
    <Document title={`Drilling templates, ${job.name}`} author={company} language="en">
      {pages.map(({ unit, sheet, i, all }) => (
        <Page
          key={`${unit.key} ${i}`}
          size={paper}
          orientation="landscape"
          style={{ fontFamily: "Next", fontSize: 10, padding: MARGIN * POINTS }}
        >
          <View style={styles.text}>
            <Title>
              Drilling template: {unit.code}
              {all.length > 1 ? `, sheet ${i + 1} of ${all.length}` : ""}
            </Title>
            <Text>
              It hangs by {unit.says}. The long line goes through both: level, or plumb where the unit hangs
              upright.
              {all.length > 1 ? " Lay the dashed lines of the sheets on one another." : ""}
            </Text>
            <Text>
              Print at 100 %, “actual size”. Measure the short line below: where it is not {CHECK_LINE} mm, do
              not drill by this sheet. The unit’s own template and manual win.
            </Text>
            <Text style={styles.small}>
              {job.name}, {job.place} · {company} · printed {stamp(printed, zone)}
            </Text>
          </View>
          <View style={{ marginTop: 12 }}>
            <Drawn sheet={sheet} unit={unit} width={width} />
          </View>
        </Page>
      ))}
    </Document>,
  );
};
