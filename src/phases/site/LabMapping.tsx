"use client";
import { useState } from "react";
import { labFields } from "@/catalogue/labNames";
import type { UnitSystem } from "@/core/units";
import { readSample, type LabChoice, type LabTable } from "@/core/water/lab";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { KeyButton } from "@/ui/Pressed";
import { useForm } from "@/ui/useForm";
import { rememberReportLabels } from "./actions";
import { LabHead } from "./LabHead";
import { LabLine } from "./LabLine";
import { useTakeReport, type Way } from "./useTakeReport";

type Choices = Readonly<Record<string, LabChoice>>;

/** What was said of lines, so that the next report of this laboratory needs no asking. */
const labelsOf = (items: LabTable["samples"][number]["items"], said: Choices) =>
  items.flatMap((item) => {
    const choice = said[item.key];
    const field = choice?.field ?? item.field;
    return choice && field
      ? [{ label: item.key, field, unit: choice.unit || undefined, nitrateAs: choice.nitrateAs }]
      : [];
  });

/** Which of the samples of a report is meant. */
function SampleChoice({
  samples,
  chosen,
  choose,
}: {
  samples: LabTable["samples"];
  chosen: number;
  choose: (sample: number) => void;
}) {
  return (
    <label className="max-w-md">
      Sample
      <select className="field" value={chosen} onChange={(e) => choose(Number(e.target.value))}>
        {samples.map((s, i) => (
          <option key={i} value={i}>
            {s.name}
            {s.date ? `, ${s.date}` : ""}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What of a pasted report was no result, so that nobody thinks it was taken in. */
function Unread({ lines }: { lines: readonly string[] }) {
  return lines.length === 0 ? null : (
    <div data-unread>
      <p className="font-semibold">
        {lines.length === 1 ? "One line was" : `${lines.length} lines were`} not read: no result in{" "}
        {lines.length === 1 ? "it" : "them"}. Where one is meant, write it as “Iron: 0.35 mg/L”.
      </p>
      <ul className="list-disc pl-6">
        {lines.map((line, i) => (
          <li key={i} className="break-words">
            {line}
          </li>
        ))}
      </ul>
    </div>
  );
}

interface LabMappingProps {
  readonly jobId: string;
  readonly table: LabTable;
  readonly source: Way;
  readonly remembered: Choices;
  readonly profile: UnitSystem;
  readonly onDone: () => void;
}

/** What a report was understood as, line by line, with what is unclear; nothing is taken in before it was looked at. */
export function LabMapping({ jobId, table, source, remembered, profile, onDone }: LabMappingProps) {
  const [sample, setSample] = useState(0);
  const [said, setSaid] = useState<Choices>({});
  const take = useTakeReport(jobId, profile);
  const shown = table.samples[sample]!;
  const choices = { ...remembered, ...said };
  const read = readSample(shown.items, choices, labFields, table.decimal);
  const say = (key: string, over: LabChoice) => setSaid({ ...said, [key]: { ...choices[key], ...over } });
  const left = read.items
    .filter(({ reading }) => reading.is === "notKnown" || reading.is === "leftOut")
    .map(({ item }) => ({ label: item.label, raw: `${item.raw} ${item.unit ?? ""}`.trim() }));
  const count = Object.keys(read.answers).filter((f) => f !== "water.nitrateAs").length;
  const form = useForm({
    initial: { lab: "", sampled: shown.date ?? "" },
    send: async ({ lab = "", sampled = "" }, waiting) => {
      const outcome = await take({ source, lab, sampled, values: read.answers, left }, waiting);
      if (!outcome.ok) return outcome;
      await rememberReportLabels(labelsOf(shown.items, said)).catch(() => undefined);
      return outcome;
    },
    onTaken: onDone,
  });
  const unclear =
    read.asking > 0
      ? `${read.asking} ${read.asking === 1 ? "line is" : "lines are"} unclear: say what is meant, or leave it out`
      : "";
  return (
    <div className="grid gap-4" data-mapping>
      {table.samples.length > 1 ? (
        <SampleChoice
          samples={table.samples}
          chosen={sample}
          choose={(next) => {
            setSample(next);
            form.set("sampled", table.samples[next]?.date ?? "");
          }}
        />
      ) : null}
      <LabHead form={form} />
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="How the report is understood">
        <table className="plain">
          <ColumnHeads
            caption="How the report is understood"
            columns={["In the report", { figure: "result" }, "means", "unit", "understood"]}
          />
          <tbody>
            {read.items.map((line, i) => (
              <LabLine
                key={`${line.item.key}${i}`}
                line={line}
                choice={choices[line.item.key] ?? {}}
                profile={profile}
                say={(says) => say(line.item.key, says)}
              />
            ))}
          </tbody>
        </table>
      </div>
      <Unread lines={table.unread ?? []} />
      <p role="status" className="text-stop">
        {form.errors[""] || unclear}
      </p>
      <p>
        <KeyButton
          type="button"
          className="button"
          pressedBy="save"
          disabled={form.busy || read.asking > 0 || count === 0}
          onClick={() => form.submit()}
        >
          Take {count} {count === 1 ? "value" : "values"} in
        </KeyButton>
      </p>
    </div>
  );
}
