import type { JobState } from "@/core/job";
import { Document, Image, Page, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";

import { stamp } from "@/ui/time";
import { importedSaid } from "../job/imported";
import { registerFonts } from "../job/pdfFonts";
import type { Change } from "./changes";
import type { Report } from "./report";

const s = StyleSheet.create({
  page: { fontFamily: "Next", fontSize: 9.5, padding: "42 42 56 42", color: "#000", lineHeight: 1.35 },
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
    fontSize: 7.5,
    color: "#333",
    lineHeight: 1.2,
  },
});
/** Marks that print in black and white: word and shape. */
const shape: Record<string, string> = { Good: "Good", Check: "Check", Stop: "STOP", Unknown: "Unknown" };

function Cells({
  cells,
  widths,
  style = s.row,
}: {
  cells: readonly React.ReactNode[];
  widths: readonly string[];
  style?: typeof s.row | typeof s.head;
}) {
  return (
    <View style={style} wrap={false}>
      {cells.map((c, i) => (
        <View key={i} style={{ width: widths[i], paddingRight: 8 }}>
          {typeof c === "string" ? <Text>{c}</Text> : c}
        </View>
      ))}
    </View>
  );
}

export interface PdfInput {
  readonly job: JobState;
  readonly report: Report;
  readonly company: string;
  /** How the company is reached: its phone, and all of it in one line. */
  readonly reached: { readonly phone: string; readonly line: string };
  readonly zone: string;
  readonly paper: "A4" | "LETTER";
  readonly signatures: Readonly<Record<string, Buffer>>;
  readonly photos: readonly { readonly caption: string; readonly content: Buffer }[];
  readonly printed: number;
  /** What is printed is an addendum to a signed record. */
  readonly addendum?: {
    readonly number: number;
    readonly why: string;
    readonly changes: readonly Change[];
  };
}
export interface PackInput extends PdfInput {
  /** Can the household turn a bypass: the card has an order of moves for it. */
  readonly canPassBy: boolean;
}

const Foot = ({ job, zone, digits = 64 }: { job: JobState; zone: string; digits?: number }) => (
  <Text style={s.foot} fixed>
    {[`${job.name} · head ${job.head.slice(0, digits)}`, importedSaid(job, zone)].filter(Boolean).join(" · ")}
  </Text>
);

/** Units with their numbers, and the design they stand in. */
function Units({ job, report: r, zone }: PdfInput) {
  const site = Object.entries(r.revision?.answers ?? job.answers);
  return (
    <>
      <Text style={s.h2}>Units</Text>
      {r.units.map((u) => (
        <Cells
          key={u.key}
          widths={["20%", "40%", "40%"]}
          cells={[
            <Text key="c" style={s.mono}>{`${u.code}${u.parallel > 1 ? ` × ${u.parallel}` : ""}`}</Text>,
            `${u.name}${u.place ? `, ${u.place}` : ""}`,
            u.serials.map((n) => `${n.label}: ${n.text}`).join("\n") || "no number recorded",
          ]}
        />
      ))}
      {r.revision ? (
        <Text style={s.small}>
          Design {r.revision.revision}, signed by {r.revision.by.name}, {stamp(r.revision.at, zone)}. Survey
          with {site.length} answers.
        </Text>
      ) : null}
    </>
  );
}

function Readings({ report: r }: PdfInput) {
  return (
    <>
      <Text style={s.h2}>Readings</Text>
      <Cells
        style={s.head}
        widths={["22%", "28%", "32%", "18%"]}
        cells={["Reading", "Values", "Verdict", "Who and when"]}
      />
      {r.readings.map((x) => (
        <Cells
          key={x.id}
          widths={["22%", "28%", "32%", "18%"]}
          cells={[
            `${x.label}\n${x.place}, ${x.when}`,
            `${x.values}${x.derived ? `\n${x.derived}` : ""}`,
            `${x.superseded ? "(corrected) " : ""}${shape[x.level] ?? x.level}: ${x.reason}${x.note ? `\n${x.note}` : ""}`,
            `${x.who}\n${x.at}`,
          ]}
        />
      ))}
      {r.readings.length === 0 ? <Text>None taken.</Text> : null}
    </>
  );
}

function Overrides({ report: r }: PdfInput) {
  if (r.overrides.length === 0) return null;
  return (
    <>
      <Text style={s.h2}>Overrides in the design</Text>
      {r.overrides.map((o) => (
        <Cells
          key={`${o.at}${o.rule}`}
          widths={["12%", "46%", "42%"]}
          cells={[o.level, o.said, `${o.mark.by.name}: ${o.why}`]}
        />
      ))}
    </>
  );
}

function Carried({ report: r }: PdfInput) {
  if (r.carried.length === 0) return null;
  return (
    <>
      <Text style={s.h2}>Changed on the way</Text>
      {r.carried.map((c) => (
        <Cells
          key={c.revision}
          widths={["14%", "30%", "28%", "28%"]}
          cells={[
            `Design ${c.revision}`,
            `${c.why}\n${c.by}, ${c.at}`,
            `Entered: ${c.entered.join("; ") || "nothing"}`,
            `Struck: ${c.struck.join("; ") || "nothing"}`,
          ]}
        />
      ))}
    </>
  );
}

function OpenPoints({ report: r }: PdfInput) {
  return (
    <>
      <Text style={s.h2}>Open points</Text>
      {r.openPoints.length + r.followUps.length === 0 ? (
        <Text>None.</Text>
      ) : (
        r.openPoints.map((p) => (
          <Cells
            key={p.point}
            widths={["60%", "20%", "20%"]}
            cells={[p.text, p.who, p.closed ? "settled" : (p.due ?? "no date")]}
          />
        ))
      )}
      {r.followUps.map((f) => (
        <Cells key={f.is} widths={["60%", "40%"]} cells={[f.text, f.when]} />
      ))}
    </>
  );
}

function Steps({ report: r }: PdfInput) {
  return (
    <>
      <Text style={s.h2}>Steps</Text>
      {r.steps.map((x) => (
        <Cells
          key={x.id}
          widths={["46%", "14%", "9%", "31%"]}
          cells={[
            `${x.title}${x.note ? `\n${x.note}` : ""}`,
            x.unit,
            x.state,
            `${x.who}${x.at ? `, ${x.at}` : ""}`,
          ]}
        />
      ))}
    </>
  );
}

function CautionsGiven({ report: r }: PdfInput) {
  if (r.cautionsGiven.length === 0) return null;
  return (
    <>
      <Text style={s.h2}>Cautions given</Text>
      {r.cautionsGiven.map((c) => (
        <Text key={c}>– {c}</Text>
      ))}
    </>
  );
}

function Photos({ photos, job }: PdfInput) {
  if (photos.length === 0) return null;
  const more = job.photos.length - photos.length;
  return (
    <>
      <Text style={s.h2}>Photos</Text>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {photos.map((p, i) => (
          <View key={i} style={{ width: 150 }} wrap={false}>
            <Image
              src={{ data: p.content, format: "jpg" }}
              style={{ width: 150, height: 110, objectFit: "cover" }}
            />
            <Text style={s.small}>{p.caption}</Text>
          </View>
        ))}
      </View>
      {more > 0 ? <Text>and {more} more, kept with the job</Text> : null}
    </>
  );
}

/** What an addendum changes, line by line. */
function AddendumChanges({ addendum }: PdfInput) {
  if (!addendum) return null;
  return (
    <>
      <Text style={s.h2}>What this addendum changes</Text>
      <Text>{addendum.why}</Text>
      <Cells style={s.head} widths={["26%", "37%", "37%"]} cells={["What", "As it was signed", "As it is"]} />
      {addendum.changes.map((c) => (
        <Cells
          key={`${c.what}${c.is}${c.was}`}
          widths={["26%", "37%", "37%"]}
          cells={[c.what, c.was || "not there", c.is || "taken out"]}
        />
      ))}
      {addendum.changes.length === 0 ? <Text>Nothing.</Text> : null}
    </>
  );
}

/** Earlier records of the job and addenda to this one, each signed; without the one that is printed. */
function SignedBefore({ job, report: r, zone, addendum }: PdfInput) {
  const before = addendum ? job.addenda.slice(0, addendum.number - 1) : job.addenda;
  const signed = before.flatMap((a) => (a.signed ? [{ why: a.why, ...a.signed }] : []));
  if (r.handOvers.length + signed.length === 0) return null;
  return (
    <>
      <Text style={s.h2}>Signed before</Text>
      {r.handOvers.map((h) => (
        <Cells key={h.signed} widths={["60%", "40%"]} cells={[h.signed, h.ended]} />
      ))}
      {signed.map((a, i) => (
        <Cells
          key={a.file}
          widths={["60%", "40%"]}
          cells={[`Addendum ${i + 1}: ${a.why}`, `${a.name}, ${stamp(a.at, zone)}`]}
        />
      ))}
    </>
  );
}

/** Under an addendum, the signature of who signs for it. */
function AddendumSignature({ job, signatures, zone, addendum }: PdfInput) {
  const signed = addendum && job.addenda[addendum.number - 1]?.signed;
  if (!signed) return null;
  const picture = signatures[signed.file];
  return (
    <View wrap={false}>
      <Text style={s.h2}>Signed for this addendum</Text>
      {picture ? (
        <Image
          src={{ data: picture, format: "png" }}
          style={{ width: 200, height: 66, objectFit: "contain" }}
        />
      ) : null}
      <Text>
        {signed.name}, {stamp(signed.at, zone)}
      </Text>
    </View>
  );
}

/** Both signatures, or the lines to sign on, with what they hold for. */
function Signatures({ job, signatures, zone }: PdfInput) {
  return (
    <View wrap={false}>
      <Text style={s.h2}>Signatures</Text>
      <View style={{ flexDirection: "row", gap: 30 }}>
        {(["installer", "householder"] as const).map((as) => {
          const sig = job.signatures.find((x) => x.as === as);
          const picture = sig ? signatures[sig.file] : undefined;
          return (
            <View key={as} style={{ width: 220 }}>
              {picture ? (
                <Image
                  src={{ data: picture, format: "png" }}
                  style={{ width: 200, height: 66, objectFit: "contain" }}
                />
              ) : (
                <View style={{ height: 66, borderBottomWidth: 0.7 }} />
              )}
              <Text>
                {as}: {sig ? `${sig.name}, ${stamp(sig.at, zone)}` : "not signed"}
              </Text>
            </View>
          );
        })}
      </View>
      <Text style={{ ...s.small, marginTop: 10 }}>
        Local codes govern; the units&apos; own manuals win over this record. The head hash below is that of{" "}
        {job.seq} log entries chained by SHA-256: any later change shows.
      </Text>
    </View>
  );
}

/** How far the record has come, in words. */
function standing({ handedOver, blockers }: Report): string {
  if (handedOver) return "handed over";
  return blockers.length === 0
    ? "ready to be signed"
    : `not handed over: ${blockers.length} reasons in the way`;
}

/** The commissioning record on paper. */
export async function recordPdf(input: PdfInput): Promise<Buffer> {
  registerFonts();
  const { job, report, zone, addendum } = input;
  const title = addendum ? `Addendum ${addendum.number} to the commissioning record` : "Commissioning record";
  return renderToBuffer(
    <Document title={`${title}, ${job.name}`} author={input.company} language="en">
      <Page size={input.paper} style={s.page}>
        <Text style={s.h1}>{title}</Text>
        <Text>
          {job.name}, {job.place}
        </Text>
        <Text style={s.small}>
          {[input.company, input.reached.line].filter(Boolean).join(" · ")} · printed{" "}
          {stamp(input.printed, zone)} · {standing(report)}
        </Text>
        <AddendumChanges {...input} />
        <AddendumSignature {...input} />
        <Units {...input} />
        <Readings {...input} />
        <Overrides {...input} />
        <Carried {...input} />
        <OpenPoints {...input} />
        <Steps {...input} />
        <CautionsGiven {...input} />
        <Photos {...input} />
        <Signatures {...input} />
        <SignedBefore {...input} />
        <Foot job={job} zone={zone} />
      </Page>
    </Document>,
  );
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
    <Page size={paper} style={{ ...s.page, fontSize: 11 }}>
      <Text style={s.h1}>Your water treatment</Text>
      <Text>
        {job.name}, {job.place}
      </Text>
      <Text style={s.h2}>What is installed, in the order the water meets it</Text>
      {r.units.map((u, i) => (
        <Cells
          key={u.key}
          widths={["8%", "22%", "70%"]}
          cells={[
            String(i + 1),
            <Text key="c" style={s.mono}>
              {u.code}
            </Text>,
            `${u.name}${u.serials.length > 0 ? `\n${u.serials.map((n) => `${n.label}: ${n.text}`).join(", ")}` : ""}`,
          ]}
        />
      ))}
      <Text style={s.h2}>If something leaks or no water comes</Text>
      {inTrouble(r, call, canPassBy).map((line, i) => (
        <Text key={line}>
          {i + 1}. {line}
        </Text>
      ))}
      <Text style={s.h2}>Look for leaks</Text>
      <Text>
        Look at every joint and the floor below it on the first day, then every day for 14 days. A paper towel
        shows a drop that the eye misses.
      </Text>
      <View style={{ flexDirection: "row", gap: 6, marginTop: 6 }}>
        {Array.from({ length: 14 }, (_, i) => (
          <View key={i} style={{ width: 28, height: 34, borderWidth: 0.7, padding: 3 }}>
            <Text style={s.small}>{i + 1}</Text>
          </View>
        ))}
      </View>
      <Foot job={job} zone={zone} digits={16} />
    </Page>
  );
}

/** When the units are serviced, what is good to know, and what was measured. */
function Service({ job, report: r, paper, zone }: PdfInput) {
  return (
    <Page size={paper} style={{ ...s.page, fontSize: 11 }}>
      <Text style={s.h1}>Service</Text>
      <Cells style={s.head} widths={["18%", "42%", "40%"]} cells={["Unit", "What", "When"]} />
      {r.units.flatMap((u) =>
        u.service.map((i) => (
          <Cells
            key={`${u.key}${i.what}`}
            widths={["18%", "42%", "40%"]}
            cells={[
              <Text key="c" style={s.mono}>
                {u.code}
              </Text>,
              i.what,
              i.when,
            ]}
          />
        )),
      )}
      <Text style={s.h2}>Good to know</Text>
      {r.told.map((line) => (
        <Text key={line}>– {line}</Text>
      ))}
      <Text>– Where it can freeze, have the units drained before the frost.</Text>
      <Text>– The maker&apos;s manuals of the units win over this sheet.</Text>
      <Text style={s.h2}>Measured at hand-over</Text>
      {r.readings
        .filter((x) => !x.superseded && x.when === "after")
        .map((x) => (
          <Cells
            key={x.id}
            widths={["34%", "66%"]}
            cells={[x.label, `${shape[x.level] ?? x.level}: ${x.reason}`]}
          />
        ))}
      <Foot job={job} zone={zone} digits={16} />
    </Page>
  );
}

/** Two pages for the household: what is installed, what to watch, when it is serviced. */
export async function packPdf(input: PackInput): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(
    <Document title={`Your water treatment, ${input.job.name}`} author={input.company} language="en">
      <Installed {...input} />
      <Service {...input} />
    </Document>,
  );
}
