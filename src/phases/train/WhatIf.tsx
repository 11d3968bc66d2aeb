"use client";
import { tell } from "@/core/tell";
import { readAnswer } from "@/core/site";
import type { DesignUnit, UnitModel } from "@/core/families";
import { useState } from "react";
import { surveyFields, surveyGroups } from "@/catalogue/survey";

import { siteFacts, type SurveyAnswer, type SurveyField } from "@/core/site";
import {
  allVerdicts,
  changedVerdicts,
  judgeTrain,
  judgeWithin,
  pairFigures,
  type TrainInput,
} from "@/core/train";
import type { UnitSystem } from "@/core/units";
import { FigureText } from "@/ui/FigureCard";
import { QuantityField } from "@/ui/QuantityField";
import { VerdictMark } from "@/ui/VerdictMark";
import { Turns } from "./Turns";
import { useTurns } from "./work";
import { ColumnHeads } from "@/ui/ColumnHeads";

type Placed = { readonly unit: DesignUnit; readonly model: UnitModel };
interface Given {
  readonly answers: Readonly<Record<string, SurveyAnswer>>;
  readonly units: readonly Placed[];
  readonly schools: TrainInput["schools"];
  readonly tables: TrainInput["tables"];
  readonly profile: UnitSystem;
}

/** Fields of the survey that a judgement reads, by group. */
const triable = surveyGroups
  .map((g) => ({
    title: g.title,
    fields: g.fields.filter(
      (f) =>
        (f.kind === "quantity" || f.kind === "count" || (f.kind === "choice" && !f.many)) &&
        !/^(space|hours|takeoff|wall|heater)\./.test(f.id),
    ),
  }))
  .filter((g) => g.fields.length > 0);

function judgeGiven(given: Given, answers: Given["answers"], units: readonly Placed[]) {
  return judgeWithin(answers, (a) =>
    judgeTrain({
      facts: siteFacts(a),
      units,
      schools: given.schools,
      tables: given.tables,
    }),
  );
}

/** One value tried: what it is now, and what it shall be for the moment. */
function Trial({
  field,
  now,
  text,
  error,
  profile,
  onChange,
  onDrop,
}: {
  field: SurveyField;
  now: string;
  text: string;
  error?: string;
  profile: UnitSystem;
  onChange: (text: string) => void;
  onDrop: () => void;
}) {
  return (
    <li className="rule grid items-start gap-x-6 gap-y-1 py-2 md:grid-cols-[1fr_auto]">
      {field.kind === "quantity" ? (
        <QuantityField
          label={field.label}
          hint={`now ${now || "unknown"}`}
          quantity={field.quantity}
          range={field.range}
          profile={profile}
          value={text}
          error={error}
          onChange={onChange}
          onLeave={() => undefined}
        />
      ) : (
        <label className="block">
          {field.label} <span className="text-sm text-soft">now {now || "unknown"}</span>
          {field.kind === "choice" ? (
            <select className="field" value={text} onChange={(e) => onChange(e.target.value)}>
              <option value="">unknown</option>
              {field.options.map((o) => (
                <option key={o.id} value={o.id}>
                  {o.label}
                </option>
              ))}
            </select>
          ) : (
            <input
              className="field num"
              inputMode="numeric"
              value={text}
              aria-invalid={error ? true : undefined}
              onChange={(e) => onChange(e.target.value)}
            />
          )}
          {error && field.kind !== "choice" ? <span className="text-sm text-stop">{error}</span> : null}
        </label>
      )}
      <button type="button" className="button quiet md:mt-6" onClick={onDrop}>
        As surveyed
      </button>
    </li>
  );
}

/** Any survey value or unit changed for the moment, and what that would turn; nothing is kept. */
export function WhatIf({
  jobId,
  given,
  boosters,
  seen,
}: {
  jobId: string;
  given: Given;
  boosters: readonly UnitModel[];
  seen: number;
}) {
  const [trials, setTrials] = useState<Readonly<Record<string, string>>>({});
  const [out, setOut] = useState<readonly string[]>([]);
  const [booster, setBooster] = useState("");
  const { profile } = given;
  const [turns, stop] = useTurns(
    String(seen),
    {
      facts: siteFacts(given.answers),
      units: given.units,
      schools: given.schools,
      tables: given.tables,
    },
    profile,
    12,
  );

  const read = Object.entries(trials).map(([id, text]) => ({
    id,
    result: readAnswer(surveyFields.get(id)!, text, profile),
  }));
  const answers: Record<string, SurveyAnswer> = { ...given.answers };
  for (const { id, result } of read) {
    if (!result.ok) continue;
    if (result.answer.text === "") delete answers[id];
    else answers[id] = result.answer;
  }
  const pump = boosters.find((b) => b.code === booster);
  const kept = given.units.filter((u) => !out.includes(u.unit.key));
  const firstRo = kept.findIndex((u) => u.model.family === "ro");
  const units =
    pump && firstRo !== -1
      ? [
          ...kept.slice(0, firstRo),
          { unit: { key: "tried", model: pump.code, parallel: 1 }, model: pump },
          ...kept.slice(firstRo),
        ]
      : kept;
  const tried = read.length > 0 || out.length > 0 || pump !== undefined;
  const [before, after] = [judgeGiven(given, given.answers, given.units), judgeGiven(given, answers, units)];
  const names = new Map<string, string>([
    ["house", "House"],
    ...[...before.stations, ...after.stations].map((s) => [s.key, s.model.code] as const),
  ]);
  const standing = (list: ReturnType<typeof allVerdicts>) => list.filter((v) => !out.includes(v.at));
  const flips = changedVerdicts(standing(allVerdicts(before)), allVerdicts(after));
  const moved = after.stations.flatMap((s) => {
    const was = before.stations.find((x) => x.key === s.key);
    return was
      ? pairFigures(was.figures, s.figures)
          .filter((p) => p.differs)
          .map((p) => ({ at: s.model.code, ...p }))
      : [];
  });
  const set = (id: string, text: string) => setTrials({ ...trials, [id]: text });

  return (
    <div className="grid gap-10">
      <section aria-labelledby="try" data-try>
        <h2 id="try">Try another value</h2>
        <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,420px)_minmax(0,1fr)]">
          <div>
            <ul>
              {Object.entries(trials).map(([id, text]) => {
                const r = read.find((x) => x.id === id)!.result;
                return (
                  <Trial
                    key={id}
                    field={surveyFields.get(id)!}
                    now={given.answers[id]?.text ?? ""}
                    text={text}
                    error={r.ok ? undefined : r.error}
                    profile={profile}
                    onChange={(t) => set(id, t)}
                    onDrop={() =>
                      setTrials(Object.fromEntries(Object.entries(trials).filter(([k]) => k !== id)))
                    }
                  />
                );
              })}
            </ul>
            <label className="mt-2 block">
              A value of the survey
              <select
                className="field"
                value=""
                onChange={(e) => set(e.target.value, given.answers[e.target.value]?.text ?? "")}
              >
                <option value="">Choose…</option>
                {triable.map((g) => (
                  <optgroup key={g.title} label={g.title}>
                    {g.fields
                      .filter((f) => !(f.id in trials))
                      .map((f) => (
                        <option key={f.id} value={f.id}>
                          {f.label}
                        </option>
                      ))}
                  </optgroup>
                ))}
              </select>
            </label>
            {given.units.some((u) => u.model.family === "ro") ? (
              <label className="mt-4 block">
                A booster ahead of the RO
                <select className="field" value={booster} onChange={(e) => setBooster(e.target.value)}>
                  <option value="">As designed</option>
                  {boosters.map((b) => (
                    <option key={b.code} value={b.code}>
                      {b.code}, {b.name}
                    </option>
                  ))}
                </select>
              </label>
            ) : null}
            <fieldset className="mt-4">
              <legend>Leave out for the moment</legend>
              <div className="flex flex-wrap gap-2">
                {given.units.map((u) => (
                  <button
                    key={u.unit.key}
                    type="button"
                    aria-pressed={out.includes(u.unit.key)}
                    className={`min-h-11 rounded-sm border px-3 ${out.includes(u.unit.key) ? "border-water bg-tint font-semibold" : "border-soft"}`}
                    onClick={() =>
                      setOut(
                        out.includes(u.unit.key) ? out.filter((k) => k !== u.unit.key) : [...out, u.unit.key],
                      )
                    }
                  >
                    {out.includes(u.unit.key) ? "✓ " : ""}
                    {u.model.code}
                  </button>
                ))}
              </div>
            </fieldset>
            {tried ? (
              <p className="mt-4">
                <button
                  type="button"
                  className="button quiet"
                  onClick={() => {
                    setTrials({});
                    setOut([]);
                    setBooster("");
                  }}
                >
                  Everything as surveyed and designed
                </button>
              </p>
            ) : null}
          </div>
          <div data-flips>
            <h3>What that turns</h3>
            {!tried ? (
              <p className="text-soft">
                Choose a value, or leave a unit out: what turns is listed here at once. Nothing is kept.
              </p>
            ) : flips.length === 0 ? (
              <p>No verdict turns.</p>
            ) : (
              <ul className="grid gap-1">
                {flips.map((f) => (
                  <li key={f.at + f.rule} className="rule py-1.5">
                    <span className="text-sm text-soft">
                      {names.get(f.at) ?? f.at}, from {f.before?.level ?? "Good"} to{" "}
                    </span>
                    <VerdictMark level={f.after?.level ?? "Good"}>
                      {f.after
                        ? tell(f.after, profile).reason
                        : `no longer: ${f.before ? tell(f.before, profile).reason : ""}`}
                    </VerdictMark>
                  </li>
                ))}
              </ul>
            )}
            {tried && moved.length > 0 ? (
              <table className="plain mt-4 max-w-2xl">
                <ColumnHeads columns={["Figure", { figure: "now" }, { figure: "then" }]} />
                <tbody>
                  {moved.map((m) => (
                    <tr key={m.at + m.id}>
                      <td>
                        {m.at}, {(m.b ?? m.a)!.label}
                      </td>
                      <td className="figure">
                        <FigureText figure={m.a} profile={profile} />
                      </td>
                      <td className="figure">
                        <FigureText figure={m.b} profile={profile} />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            ) : null}
          </div>
        </div>
      </section>
      <section aria-labelledby="nearest">
        <h2 id="nearest">The nearest turns</h2>
        <p className="mb-2 max-w-[72ch] text-soft">
          The smallest change of one surveyed value at a time, within its usual reach, that makes any
          judgement of this train another; nearest first.
        </p>
        {turns.is === "working" ? (
          <p role="status">
            Looking…{" "}
            <button type="button" className="button quiet ml-4" onClick={stop}>
              Stop
            </button>
          </p>
        ) : turns.is === "stopped" ? (
          <p role="status">Stopped.</p>
        ) : turns.is === "failed" ? (
          <p role="status" className="text-stop">
            This could not be worked out in this browser.
          </p>
        ) : (
          <Turns jobId={jobId} turns={turns.result} names={names} profile={profile} />
        )}
      </section>
    </div>
  );
}
