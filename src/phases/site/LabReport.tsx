"use client";
import { KeyButton } from "@/ui/Pressed";
import { readAnswer } from "@/core/site";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ulid } from "ulid";
import { labFields, labNames } from "@/catalogue/labNames";
import { surveyGroups } from "@/catalogue/survey";
import { labTable, readSample, type LabChoice, type LabTable } from "@/core/water/lab";
import { printMeasured, quantities, type UnitSystem } from "@/core/units";

import { QuantityField } from "@/ui/QuantityField";
import { useDraft } from "@/ui/useDraft";
import { sendUntilTaken, withId } from "../job/send";
import { rememberReportLabels } from "./actions";
import { cellsOf, decoded } from "./labText";

const waterFields = surveyGroups.find((g) => g.id === "water")!.fields;
const byId = new Map(waterFields.map((f) => [f.id, f]));
const MAX_FILE = 2_000_000;
type Way = "form" | "paste" | "file";

/** Takes one water test into the job and looks again. */
function useTaking(jobId: string, profile: UnitSystem) {
  const router = useRouter();
  const [state, setState] = useState<
    | { readonly is: "idle" | "saving" | "saved" }
    | { readonly is: "refused"; readonly say: string; readonly fields?: Readonly<Record<string, string>> }
  >({ is: "idle" });
  const take = async (
    source: Way,
    lab: string,
    sampled: string,
    values: Readonly<Record<string, string>>,
    left: readonly { label: string; raw: string }[],
  ): Promise<boolean> => {
    setState({ is: "saving" });
    const outcome = await sendUntilTaken(
      jobId,
      withId({
        kind: "labReportTaken",
        report: ulid(),
        source,
        lab: lab.trim() || undefined,
        sampled: sampled || undefined,
        values,
        left: left.map((l) => ({ label: l.label.slice(0, 200), raw: l.raw.slice(0, 200) })),
        profile,
      }),
      (say) => setState({ is: "refused", say }),
    );
    setState(outcome.ok ? { is: "saved" } : { is: "refused", say: outcome.error, fields: outcome.fields });
    if (outcome.ok) router.refresh();
    return outcome.ok;
  };
  return { state, take };
}

function Head({
  lab,
  sampled,
  set,
}: {
  lab: string;
  sampled: string;
  set: (over: { lab?: string; sampled?: string }) => void;
}) {
  return (
    <div className="grid gap-x-8 gap-y-2 md:grid-cols-2">
      <label>
        Laboratory <span className="text-sm text-soft">or who tested</span>
        <input className="field" value={lab} maxLength={120} onChange={(e) => set({ lab: e.target.value })} />
      </label>
      <label>
        Day of the sample
        <input
          className="field"
          type="date"
          value={sampled}
          onChange={(e) => set({ sampled: e.target.value })}
        />
      </label>
    </div>
  );
}

/** A report typed in, value by value. */
function Typed({ jobId, profile, onDone }: { jobId: string; profile: UnitSystem; onDone: () => void }) {
  const [draft, keep, drop] = useDraft(`${jobId}.report`);
  const typed: Readonly<Record<string, string>> = draft ? (JSON.parse(draft) as Record<string, string>) : {};
  const set = (over: Readonly<Record<string, string | undefined>>) =>
    keep(JSON.stringify({ ...typed, ...over }));
  const { state, take } = useTaking(jobId, profile);
  const errors = state.is === "refused" ? (state.fields ?? {}) : {};
  const save = async () => {
    const { lab = "", sampled = "", ...values } = typed;
    if (
      await take(
        "form",
        lab,
        sampled,
        Object.fromEntries(Object.entries(values).filter(([, v]) => v.trim() !== "")),
        [],
      )
    ) {
      drop();
      onDone();
    }
  };
  return (
    <form
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Head lab={typed.lab ?? ""} sampled={typed.sampled ?? ""} set={set} />
      <div className="grid gap-x-8 md:grid-cols-2 lg:grid-cols-3">
        {waterFields.map((f) =>
          f.kind === "quantity" ? (
            <QuantityField
              key={f.id}
              label={f.label}
              quantity={f.quantity}
              range={f.range}
              profile={profile}
              value={typed[f.id] ?? ""}
              error={errors[f.id]}
              onChange={(v) => set({ [f.id]: v })}
            />
          ) : f.kind === "choice" ? (
            <label key={f.id} className="block">
              {f.label}
              <select
                className="field"
                value={typed[f.id] ?? ""}
                onChange={(e) => set({ [f.id]: e.target.value })}
              >
                <option value="">not tested</option>
                {f.options.map((o) => (
                  <option key={o.id} value={o.id}>
                    {o.label}
                  </option>
                ))}
              </select>
            </label>
          ) : null,
        )}
      </div>
      <p role="status" className="text-stop">
        {state.is === "refused" ? state.say : ""}
      </p>
      <p>
        <KeyButton className="button" pressedBy="save" disabled={state.is === "saving"}>
          Take this test in
        </KeyButton>{" "}
        <span className="ml-4 text-sm text-soft">Empty fields stay as they are.</span>
      </p>
    </form>
  );
}

/** What a report was understood as, line by line, with what is unclear; nothing is taken in before it was looked at. */
function Mapping({
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
  const [lab, setLab] = useState("");
  const [day, setDay] = useState<string>();
  const { state, take } = useTaking(jobId, profile);
  const shown = table.samples[sample]!;
  const choices = { ...remembered, ...said };
  const read = readSample(shown.items, choices, labFields, table.decimal);
  const sampled = day ?? shown.date ?? "";
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
  const save = async () => {
    if (!(await take(source, lab, sampled, read.answers, left))) return;
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
    onDone();
  };
  return (
    <div className="grid gap-4" data-mapping>
      {table.samples.length > 1 ? (
        <label className="max-w-md">
          Sample
          <select
            className="field"
            value={sample}
            onChange={(e) => {
              setSample(Number(e.target.value));
              setDay(undefined);
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
      <Head
        lab={lab}
        sampled={sampled}
        set={(over) => {
          if (over.lab !== undefined) setLab(over.lab);
          if (over.sampled !== undefined) setDay(over.sampled);
        }}
      />
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="How the report is understood">
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">In the report</th>
              <th scope="col" className="figure">
                result
              </th>
              <th scope="col">means</th>
              <th scope="col">unit</th>
              <th scope="col">understood</th>
            </tr>
          </thead>
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
        {state.is === "refused"
          ? state.say
          : read.asking > 0
            ? `${read.asking} ${read.asking === 1 ? "line is" : "lines are"} unclear: say what is meant, or leave it out`
            : ""}
      </p>
      <p>
        <KeyButton
          type="button"
          className="button"
          pressedBy="save"
          disabled={state.is === "saving" || read.asking > 0 || count === 0}
          onClick={() => void save()}
        >
          Take {count} {count === 1 ? "value" : "values"} in
        </KeyButton>
      </p>
    </div>
  );
}

/** A water test in, by form, by paste, or from a laboratory's file. */
export function LabReport({
  jobId,
  profile,
  remembered,
}: {
  jobId: string;
  profile: UnitSystem;
  remembered: Readonly<Record<string, LabChoice>>;
}) {
  const [way, setWay] = useState<Way>();
  const [text, setText] = useState("");
  const [error, setError] = useState("");
  const [table, setTable] = useState<{ readonly of: Way; readonly table: LabTable; readonly n: number }>();
  const [done, setDone] = useState(false);
  const look = (of: Way, content: string) => {
    const found = labTable(cellsOf(content), content, labNames);
    if (found.layout === "none") {
      setTable(undefined);
      setError(
        "No result was found in it. It needs a line for each value, or a table with its values' names",
      );
    } else {
      setError("");
      setTable({ of, table: found, n: (table?.n ?? 0) + 1 });
    }
  };
  const open = (next: Way) => {
    setWay(next);
    setTable(undefined);
    setError("");
    setDone(false);
  };
  const finish = () => {
    setWay(undefined);
    setTable(undefined);
    setText("");
    setDone(true);
  };
  return (
    <div className="grid gap-4" data-lab-report>
      <div className="flex flex-wrap gap-3" role="group" aria-label="How the test comes in">
        {(
          [
            ["file", "From a file"],
            ["paste", "Paste"],
            ["form", "Type it in"],
          ] as const
        ).map(([id, label]) => (
          <button
            key={id}
            type="button"
            aria-pressed={way === id}
            className={`button ${way === id ? "" : "quiet"}`}
            onClick={() => open(id)}
          >
            {label}
          </button>
        ))}
      </div>
      <p role="status" className={error ? "text-stop" : "text-good"}>
        {error || (done ? "Taken in. The survey and every judgement stand on it now" : "")}
      </p>
      {way === "file" ? (
        <label>
          A table of a laboratory, CSV or tab-separated{" "}
          <input
            type="file"
            accept=".csv,.tsv,.txt,text/csv,text/plain"
            className="field"
            onChange={(e) => {
              const file = e.target.files?.[0];
              if (!file) return;
              if (file.size > MAX_FILE) {
                setError("This file is too large for a water test: at most 2 MB");
                return;
              }
              void file.arrayBuffer().then((b) => look("file", decoded(new Uint8Array(b))));
            }}
          />
        </label>
      ) : null}
      {way === "paste" ? (
        <div className="grid gap-2">
          <label>
            The report&apos;s lines or cells
            <textarea
              className="field num min-h-32"
              value={text}
              placeholder={"Hardness: 22 gpg\nIron 0.35 mg/L\npH 7.2"}
              onChange={(e) => setText(e.target.value)}
            />
          </label>
          <p>
            <button
              type="button"
              className="button quiet"
              disabled={text.trim() === ""}
              onClick={() => look("paste", text)}
            >
              Read it
            </button>
          </p>
        </div>
      ) : null}
      {way === "form" ? <Typed jobId={jobId} profile={profile} onDone={finish} /> : null}
      {table && way === table.of ? (
        <Mapping
          key={table.n}
          jobId={jobId}
          table={table.table}
          source={table.of}
          remembered={remembered}
          profile={profile}
          onDone={finish}
        />
      ) : null}
    </div>
  );
}
