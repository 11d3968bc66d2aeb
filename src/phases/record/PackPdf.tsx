import { Document, Text, View } from "@react-pdf/renderer";
import { Code, Heading, List, Sheet, styles, Table, Title } from "../job/paper";
import { taggedPdf } from "../job/taggedPdf";
import { verdictWord, type PdfInput } from "./RecordPdf";
import type { Report } from "./report";

export interface PackInput extends PdfInput {
  /** Can the household turn a bypass: the card has an order of moves for it. */
  readonly canPassBy: boolean;
}

/** What to do when something leaks: the bypass only where it can be turned. */
export const inTrouble = (r: Report, company: string, canPassBy: boolean): string[] => [
  "Close the main valve: lever across the pipe is shut.",
  ...(canPassBy
    ? [
        [
          "For water without treatment, turn the bypass: the house is fed past the units.",
          ...r.bypassed,
        ].join(" "),
      ]
    : []),
  `Call ${company}.`,
];

/** What is installed, what to do when something is wrong, and where to look for leaks. */
function Installed({ job, report: r, company, reached, paper, canPassBy, zone }: PackInput) {
  const call = [company, reached.phone].filter(Boolean).join(", ");
  return (
    <Sheet job={job} zone={zone} paper={paper} fontSize={11} headDigits={16}>
      <Title>Your water treatment</Title>
      <Text>
        {job.name}, {job.place}
      </Text>
      <Heading>What is installed, in the order the water meets it</Heading>
      <Table
        widths={["8%", "22%", "70%"]}
        rows={r.units.map((u, i) => ({
          key: u.key,
          cells: [
            String(i + 1),
            <Code key="c">{u.code}</Code>,
            `${u.name}${u.serials.length > 0 ? `\n${u.serials.map((n) => `${n.label}: ${n.text}`).join(", ")}` : ""}`,
          ],
        }))}
      />
      <Heading>If something leaks or no water comes</Heading>
      <List lines={inTrouble(r, call, canPassBy)} numbered />
      <Heading>Look for leaks</Heading>
      <Text>
        Look at every joint and the floor below it on the first day, then every day for 14 days. A paper towel
        shows a drop that the eye misses.
      </Text>
      <View style={{ flexDirection: "row", gap: 6, marginTop: 6 }}>
        {Array.from({ length: 14 }, (_, i) => (
          <View key={i} style={{ width: 28, height: 34, borderWidth: 0.7, padding: 3 }}>
            <Text style={styles.small}>{i + 1}</Text>
          </View>
        ))}
      </View>
    </Sheet>
  );
}

/** When the units are serviced, what is good to know, and what was measured. */
function Service({ job, report: r, paper, zone }: PdfInput) {
  return (
    <Sheet job={job} zone={zone} paper={paper} fontSize={11} headDigits={16}>
      <Title>Service</Title>
      <Table
        widths={["18%", "42%", "40%"]}
        head={["Unit", "What", "When"]}
        rows={r.units.flatMap((u) =>
          u.service.map((i) => ({
            key: `${u.key}${i.what}`,
            cells: [<Code key="c">{u.code}</Code>, i.what, i.when],
          })),
        )}
      />
      <Heading>Good to know</Heading>
      <List
        lines={[
          ...r.told,
          "Where it can freeze, have the units drained before the frost.",
          "The maker's manuals of the units win over this sheet.",
        ]}
      />
      <Heading>Measured at hand-over</Heading>
      <Table
        widths={["34%", "66%"]}
        rows={r.readings
          .filter((x) => !x.superseded && x.when === "after")
          .map((x) => ({ key: x.id, cells: [x.label, `${verdictWord(x.level)}: ${x.reason}`] }))}
      />
    </Sheet>
  );
}

/** Two pages for the household: what is installed, what to watch, when it is serviced. */
export async function packPdf(input: PackInput): Promise<Buffer> {
  return taggedPdf(
    <Document title={`Your water treatment, ${input.job.name}`} author={input.company} language="en">
      <Installed {...input} />
      <Service {...input} />
    </Document>,
  );
}
