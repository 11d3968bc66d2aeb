import { Document, Image, Text, View } from "@react-pdf/renderer";
import type { JobState } from "@/core/job";
import { stamp } from "@/ui/time";
import { Code, Heading, List, Sheet, styles, Table, Title } from "../job/paper";
import { tagged, taggedPdf } from "../job/taggedPdf";
import type { Change } from "./changes";
import type { Report } from "./report";

/** A verdict in words and capitals: it prints in black and white. */
export const verdictWord = (level: string): string => (level === "Stop" ? "STOP" : level);

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
/** Units with their numbers, and the design they stand in. */
function Units({ job, report: r, zone }: PdfInput) {
  const site = Object.entries(r.revision?.answers ?? job.answers);
  return (
    <>
      <Heading>Units</Heading>
      <Table
        widths={["20%", "40%", "40%"]}
        rows={r.units.map((u) => ({
          key: u.key,
          cells: [
            <Code key="c">{`${u.code}${u.parallel > 1 ? ` × ${u.parallel}` : ""}`}</Code>,
            `${u.name}${u.place ? `, ${u.place}` : ""}`,
            u.serials.map((n) => `${n.label}: ${n.text}`).join("\n") || "no number recorded",
          ],
        }))}
      />
      {r.revision ? (
        <Text style={styles.small}>
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
      <Heading>Readings</Heading>
      <Table
        widths={["22%", "28%", "32%", "18%"]}
        head={["Reading", "Values", "Verdict", "Who and when"]}
        rows={r.readings.map((x) => ({
          key: x.id,
          cells: [
            `${x.label}\n${x.place}, ${x.when}`,
            `${x.values}${x.derived ? `\n${x.derived}` : ""}`,
            `${x.superseded ? "(corrected) " : ""}${verdictWord(x.level)}: ${x.reason}${x.note ? `\n${x.note}` : ""}`,
            `${x.who}\n${x.at}`,
          ],
        }))}
      />
      {r.readings.length === 0 ? <Text>None taken.</Text> : null}
    </>
  );
}

function Joints({ report: r }: PdfInput) {
  if (r.joints.length === 0) return null;
  return (
    <>
      <Heading>Joints</Heading>
      <Table
        widths={["28%", "40%", "32%"]}
        head={["Made", "How", "Found"]}
        rows={r.joints.map((j) => ({
          key: j.id,
          cells: [`${j.made}\n${j.at}`, j.how, [j.found, ...j.again].join("\n")],
        }))}
      />
    </>
  );
}

function Overrides({ report: r }: PdfInput) {
  if (r.overrides.length === 0) return null;
  return (
    <>
      <Heading>Overrides in the design</Heading>
      <Table
        widths={["12%", "46%", "42%"]}
        head={["Verdict", "What was said", "Why it stands"]}
        rows={r.overrides.map((o) => ({
          key: `${o.at}${o.rule}`,
          cells: [o.level, o.said, `${o.mark.by.name}: ${o.why}`],
        }))}
      />
    </>
  );
}

function Carried({ report: r }: PdfInput) {
  if (r.carried.length === 0) return null;
  return (
    <>
      <Heading>Changed on the way</Heading>
      <Table
        widths={["14%", "30%", "28%", "28%"]}
        rows={r.carried.map((c) => ({
          key: String(c.revision),
          cells: [
            `Design ${c.revision}`,
            `${c.why}\n${c.by}, ${c.at}`,
            `Entered: ${c.entered.join("; ") || "nothing"}`,
            `Struck: ${c.struck.join("; ") || "nothing"}`,
          ],
        }))}
      />
    </>
  );
}

function OpenPoints({ report: r }: PdfInput) {
  return (
    <>
      <Heading>Open points</Heading>
      {r.openPoints.length + r.followUps.length === 0 ? <Text>None.</Text> : null}
      <Table
        widths={["60%", "20%", "20%"]}
        rows={r.openPoints.map((p) => ({
          key: p.point,
          cells: [p.text, p.who, p.closed ? "settled" : (p.due ?? "no date")],
        }))}
      />
      <Table
        widths={["60%", "40%"]}
        rows={r.followUps.map((f) => ({ key: f.is, cells: [f.text, f.when] }))}
      />
    </>
  );
}

function Steps({ report: r }: PdfInput) {
  return (
    <>
      <Heading>Steps</Heading>
      <Table
        widths={["46%", "14%", "9%", "31%"]}
        head={["Step", "Unit", "State", "Who and when"]}
        rows={r.steps.map((x) => ({
          key: x.id,
          cells: [
            `${x.title}${x.note ? `\n${x.note}` : ""}`,
            x.unit,
            x.state,
            `${x.who}${x.at ? `, ${x.at}` : ""}`,
          ],
        }))}
      />
    </>
  );
}

function CautionsGiven({ report: r }: PdfInput) {
  if (r.cautionsGiven.length === 0) return null;
  return (
    <>
      <Heading>Cautions given</Heading>
      <List lines={r.cautionsGiven} />
    </>
  );
}

function Photos({ photos, job }: PdfInput) {
  if (photos.length === 0) return null;
  const more = job.photos.length - photos.length;
  return (
    <>
      <Heading>Photos</Heading>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {photos.map((p, i) => (
          <View key={i} style={{ width: 150 }} wrap={false}>
            <Image
              {...tagged("Figure", p.caption)}
              src={{ data: p.content, format: "jpg" }}
              style={{ width: 150, height: 110, objectFit: "cover" }}
            />
            <Text style={styles.small}>{p.caption}</Text>
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
      <Heading>What this addendum changes</Heading>
      <Text>{addendum.why}</Text>
      <Table
        widths={["26%", "37%", "37%"]}
        head={["What", "As it was signed", "As it is"]}
        rows={addendum.changes.map((c) => ({
          key: `${c.what}${c.is}${c.was}`,
          cells: [c.what, c.was || "not there", c.is || "taken out"],
        }))}
      />
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
      <Heading>Signed before</Heading>
      <Table
        widths={["60%", "40%"]}
        rows={[
          ...r.handOvers.map((h) => ({ key: h.signed, cells: [h.signed, h.ended] })),
          ...signed.map((a, i) => ({
            key: a.file,
            cells: [`Addendum ${i + 1}: ${a.why}`, `${a.name}, ${stamp(a.at, zone)}`],
          })),
        ]}
      />
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
      <Heading>Signed for this addendum</Heading>
      {picture ? (
        <Image
          {...tagged("Figure", `Signature of ${signed.name}`)}
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
      <Heading>Signatures</Heading>
      <View style={{ flexDirection: "row", gap: 30 }}>
        {(["installer", "householder"] as const).map((as) => {
          const sig = job.signatures.find((x) => x.as === as);
          const picture = sig ? signatures[sig.file] : undefined;
          return (
            <View key={as} style={{ width: 220 }}>
              {picture ? (
                <Image
                  {...tagged("Figure", `Signature of ${sig!.name}`)}
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
      <Text style={{ ...styles.small, marginTop: 10 }}>
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
  const { job, report, zone, paper, addendum } = input;
  const title = addendum ? `Addendum ${addendum.number} to the commissioning record` : "Commissioning record";
  return taggedPdf(
    <Document title={`${title}, ${job.name}`} author={input.company} language="en">
      <Sheet job={job} zone={zone} paper={paper} fontSize={9.5} headDigits={64}>
        <Title>{title}</Title>
        <Text>
          {job.name}, {job.place}
        </Text>
        <Text style={styles.small}>
          {[input.company, input.reached.line].filter(Boolean).join(" · ")} · printed{" "}
          {stamp(input.printed, zone)} · {standing(report)}
        </Text>
        <AddendumChanges {...input} />
        <AddendumSignature {...input} />
        <Units {...input} />
        <Readings {...input} />
        <Joints {...input} />
        <Overrides {...input} />
        <Carried {...input} />
        <OpenPoints {...input} />
        <Steps {...input} />
        <CautionsGiven {...input} />
        <Photos {...input} />
        <Signatures {...input} />
        <SignedBefore {...input} />
      </Sheet>
    </Document>,
  );
}
