"use client";
import { KeyButton } from "@/ui/Pressed";
import { readAnswer } from "@/core/site";
import { useState } from "react";
import { labFields } from "@/catalogue/labNames";
import { groupFields } from "@/catalogue/survey";
import { readSample, type LabChoice, type LabTable } from "@/core/water/lab";
import { printMeasured, quantities, type UnitSystem } from "@/core/units";
import { useForm } from "@/ui/useForm";
import { rememberReportLabels } from "./actions";
import { LabHead } from "./LabHead";
import { useTakeReport, type Way } from "./useTakeReport";
import { ColumnHeads } from "@/ui/ColumnHeads";

const byId = new Map(groupFields("water").map((f) => [f.id, f]));

/** What a report was understood as, line by line, with what is unclear; nothing is taken in before it was looked at. */
export function LabMapping({
  jobId,
  table,
  source,
  remembered,
  profile,
  onDone,
}: {
  jobId: string;
  table: LabTable;
  source: Way;
  remembered: Readonly<Record<string, LabChoice>>;
  profile: UnitSystem;
  onDone: () => void;
}) {
  const [sample, setSample] = useState(0);
  const [said, setSaid] = useState<Readonly<Record<string, LabChoice>>>({});
  const take = useTakeReport(jobId, profile);
  const shown = table.samples[sample]!;
  const choices = { ...remembered, ...said };
  const read = readSample(shown.items, choices, labFields, table.decimal);
  const say = (key: string, over: LabChoice) => setSaid({ ...said, [key]: { ...choices[key], ...over } });
  const unit = (f: string) => {
    const kind = labFields.get(f);
    return kind?.kind === "quantity"
      ? quantities[kind.quantity].units.map((u) => u.names[0]!).filter((n) => n !== "")
      : [];
  };
  const left = read.items
    .filter(({ reading }) => reading.is === "notKnown" || reading.is === "leftOut")
    .map(({ item }) => ({ label: item.label, raw: `${item.raw} ${item.unit ?? ""}`.trim() }));
  const count = Object.keys(read.answers).filter((f) => f !== "water.nitrateAs").length;
  const form = useForm({
    initial: { lab: "", sampled: shown.date ?? "" },
    send: async ({ lab = "", sampled = "" }, waiting) => {
      const outcome = await take({ source, lab, sampled, values: read.answers, left }, waiting);
      if (!outcome.ok) return outcome;
      await rememberReportLabels(
        shown.items.flatMap((item) => {
          const c = said[item.key];
          const field = c?.field ?? item.field;
          return c && field
            ? [
                {
                  label: item.key,
                  field,
                  unit: c.unit || undefined,
                  nitrateAs: c.nitrateAs,
                },
              ]
            : [];
        }),
      ).catch(() => undefined);
      return outcome;
    },
    onTaken: onDone,
  });
  return (
    <div className="grid gap-4" data-mapping>
      {table.samples.length > 1 ? (
        <label className="max-w-md">
          Sample
          <select
            className="field"
            value={sample}
            onChange={(e) => {
              const next = Number(e.target.value);
              setSample(next);
              form.set("sampled", table.samples[next]?.date ?? "");
            }}
          >
            {table.samples.map((s, i) => (
              <option key={i} value={i}>
                {s.name}
                {s.date ? `, ${s.date}` : ""}
              </option>
            ))}
          </select>
        </label>
      ) : null}
      <LabHead form={form} />
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="How the report is understood">
        <table className="plain">
          <ColumnHeads columns={["In the report", { figure: "result" }, "means", "unit", "understood"]} />
          <tbody>
            {read.items.map(({ item, reading }, i) => {
              const choice = choices[item.key] ?? {};
              const field = choice.field ?? item.field ?? "";
              const answer = reading.is === "taken" ? reading.answers[reading.field]! : undefined;
              const parsed = answer === undefined ? undefined : readAnswer(byId.get(field)!, answer, profile);
              const kind = labFields.get(field);
              return (
                <tr key={`${item.key}${i}`} data-lab={item.key}>
                  <th scope="row" className="text-left font-normal">
                    {item.label}
                  </th>
                  <td className="figure">
                    {item.raw}
                    {item.unit ? ` ${item.unit}` : ""}
                  </td>
                  <td>
                    <select
                      aria-label={`${item.label} means`}
                      className="field !w-44"
                      value={field}
                      onChange={(e) => say(item.key, { field: e.target.value })}
                    >
                      <option value="">not known</option>
                      <option value="none">leave it out</option>
                      {[...labFields].map(([id, f]) => (
                        <option key={id} value={id}>
                          {f.label}
                        </option>
                      ))}
                    </select>
                  </td>
                  <td>
                    {kind?.kind === "quantity" && kind.quantity !== "ph" && reading.is !== "empty" ? (
                      <select
                        aria-label={`Unit of ${item.label}`}
                        className="field !w-28"
                        value={choice.unit ?? ""}
                        onChange={(e) => say(item.key, { unit: e.target.value || undefined })}
                      >
                        <option value="">{item.unit ?? "none given"}</option>
                        {unit(field).map((u) => (
                          <option key={u} value={u}>
                            {u}
                          </option>
                        ))}
                      </select>
                    ) : null}
                  </td>
                  <td className="text-sm">
                    {reading.is === "taken" && parsed?.ok ? (
                      <span>
                        <b className="num font-semibold">
                          {parsed.answer.measured && kind?.kind === "quantity"
                            ? printMeasured(parsed.answer.measured, kind.quantity, profile)
                            : parsed.answer.text}
                        </b>
                        {reading.answers["water.nitrateAs"]
                          ? ` as ${reading.answers["water.nitrateAs"]}`
                          : ""}
                        {reading.note ? <span className="block text-soft">{reading.note}</span> : null}
                      </span>
                    ) : null}
                    {reading.is === "asks" ? (
                      <span className="block text-check" data-asks>
                        {reading.why}
                        {reading.what === "unit" ? (
                          <span className="block text-soft">Choose its unit</span>
                        ) : (
                          <span className="mt-1 flex gap-2">
                            {reading.options.map((o) => (
                              <button
                                key={o}
                                type="button"
                                className="button quiet !min-h-9"
                                onClick={() =>
                                  say(
                                    item.key,
                                    reading.what === "nitrateAs"
                                      ? { nitrateAs: o as "N" | "NO3" }
                                      : { decimal: o as "," | "." },
                                  )
                                }
                              >
                                {reading.what === "nitrateAs"
                                  ? `as ${o}`
                                  : o === (item.raw.includes(",") ? "," : ".")
                                    ? "decimals"
                                    : "thousands"}
                              </button>
                            ))}
                          </span>
                        )}
                      </span>
                    ) : null}
                    {reading.is === "refused" ? <span className="text-stop">{reading.why}</span> : null}
                    {reading.is === "notKnown" ? (
                      <span className="text-soft">not known here: kept as written</span>
                    ) : reading.is === "leftOut" ? (
                      <span className="text-soft">left out</span>
                    ) : reading.is === "empty" ? (
                      <span className="text-soft">no result</span>
                    ) : null}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <p role="status" className="text-stop">
        {form.errors[""]
          ? form.errors[""]
          : read.asking > 0
            ? `${read.asking} ${read.asking === 1 ? "line is" : "lines are"} unclear: say what is meant, or leave it out`
            : ""}
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
