"use client";
import { KeyButton } from "@/ui/Pressed";
import type { DesignUnit, UnitModel } from "@/core/families";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useState } from "react";

import { printStated, type UnitSystem } from "@/core/units";
import { Sheet } from "@/ui/Sheet";
import { useDraft } from "@/ui/useDraft";
import { sendUntilTaken, withId, type Asked } from "../job/send";

type ModelInfo = Pick<
  UnitModel,
  "code" | "version" | "name" | "family" | "branch" | "ratedFlow" | "massFullKg" | "softener"
>;

/** Sends a design intent and looks again; says what was refused. */
export function useDesign(jobId: string) {
  const router = useRouter();
  const [say, setSay] = useState<{ readonly text: string; readonly bad: boolean }>();
  const [busy, setBusy] = useState(false);
  const act = async (wish: Asked, then?: () => void) => {
    setBusy(true);
    const outcome = await sendUntilTaken(jobId, withId(wish), (text) => setSay({ text, bad: true }));
    setBusy(false);
    setSay(outcome.ok ? undefined : { text: outcome.error, bad: true });
    if (outcome.ok) then?.();
    router.refresh();
    return outcome.ok;
  };
  return { act, say, busy };
}

/** The version to write down with a unit: none for the first. */
const versionOf = (m: ModelInfo | undefined): Pick<DesignUnit, "version"> =>
  m?.version === undefined || m.version === 1 ? {} : { version: m.version };

function keyFor(units: readonly DesignUnit[]): string {
  for (let i = 1; ; i += 1) if (!units.some((u) => u.key === `u${i}`)) return `u${i}`;
}

/** Adds a unit to the Line from the catalogue. */
export function AddUnit({
  jobId,
  units,
  models,
  seen,
  profile,
  primary,
}: {
  jobId: string;
  units: readonly DesignUnit[];
  models: readonly ModelInfo[];
  seen: number;
  profile: UnitSystem;
  primary?: boolean;
}) {
  const router = useRouter();
  const { act, say, busy } = useDesign(jobId);
  const [open, setOpen] = useState(false);
  const [sought, setSought] = useState("");
  const fits = (m: ModelInfo) => `${m.code} ${m.name}`.toLowerCase().includes(sought.trim().toLowerCase());
  const add = async (m: ModelInfo) => {
    const key = keyFor(units);
    const unit: DesignUnit = { key, model: m.code, ...versionOf(m), parallel: 1 };
    // House units go before the first branch: a branch leaves the line, it does not stand in it.
    const firstBranch = units.findIndex((u) => models.find((x) => x.code === u.model)?.branch);
    const next =
      m.branch || firstBranch === -1
        ? [...units, unit]
        : [...units.slice(0, firstBranch), unit, ...units.slice(firstBranch)];
    if (await act({ kind: "designChanged", units: next, what: `${m.code} added`, seen })) {
      setOpen(false);
      router.push(`/jobs/${jobId}/train?at=${key}` as Route);
    }
  };
  const groups = [
    ["In the house's line", models.filter((m) => !m.branch && fits(m))],
    ["On a drinking-water branch", models.filter((m) => m.branch && fits(m))],
  ] as const;
  return (
    <>
      <button type="button" className={`button ${primary ? "" : "quiet"}`} onClick={() => setOpen(true)}>
        Add a unit
      </button>
      <Sheet open={open} title="Add a unit" onClose={() => setOpen(false)}>
        <p role="status" className="text-stop">
          {say?.text ?? ""}
        </p>
        <label>
          Code or words
          <input className="field mb-4" value={sought} onChange={(e) => setSought(e.target.value)} />
        </label>
        {groups.map(([title, list]) => (
          <section key={title} className="mb-4">
            <h3>{title}</h3>
            <ul>
              {list.map((m) => (
                <li key={m.code}>
                  <button
                    type="button"
                    disabled={busy}
                    className="rule flex min-h-12 w-full items-baseline gap-3 py-2 text-left hover:bg-tint"
                    onClick={() => void add(m)}
                  >
                    <span className="num w-24 shrink-0">{m.code}</span>
                    <span>{m.name}</span>
                    <span className="ml-auto text-sm whitespace-nowrap text-soft">
                      {m.ratedFlow ? printStated(m.ratedFlow, "flow", profile) : ""}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </Sheet>
    </>
  );
}

/** Moves, changes or takes out the unit that is open. */
export function UnitTools({
  jobId,
  unit,
  units,
  models,
  seen,
}: {
  jobId: string;
  unit: DesignUnit;
  units: readonly DesignUnit[];
  models: readonly ModelInfo[];
  seen: number;
}) {
  const router = useRouter();
  const { act, say, busy } = useDesign(jobId);
  const [editing, setEditing] = useState(false);
  const at = units.findIndex((u) => u.key === unit.key);
  const model = models.find((m) => m.code === unit.model);
  const swap = (to: number) => {
    const next = [...units];
    [next[at], next[to]] = [next[to]!, next[at]!];
    void act({ kind: "designChanged", units: next, what: `${unit.model} moved`, seen });
  };
  const change = (over: Partial<DesignUnit>, what: string) =>
    act({
      kind: "designChanged",
      units: units.map((u) => (u.key === unit.key ? { ...u, ...over } : u)),
      what,
      seen,
    });
  return (
    <div className="flex flex-wrap items-center gap-2">
      <button type="button" className="button quiet" disabled={busy || at <= 0} onClick={() => swap(at - 1)}>
        Earlier
      </button>
      <button
        type="button"
        className="button quiet"
        disabled={busy || at >= units.length - 1}
        onClick={() => swap(at + 1)}
      >
        Later
      </button>
      <KeyButton
        type="button"
        className="button quiet"
        pressedBy="e"
        disabled={busy}
        onClick={() => setEditing(true)}
      >
        Change <kbd>e</kbd>
      </KeyButton>
      <button
        type="button"
        className="button quiet"
        disabled={busy}
        onClick={() =>
          void act(
            {
              kind: "designChanged",
              units: units.filter((u) => u.key !== unit.key),
              what: `${unit.model} taken out`,
              seen,
            },
            () => router.push(`/jobs/${jobId}/train` as Route),
          )
        }
      >
        Take out
      </button>
      {model && (model.version ?? 1) > (unit.version ?? 1) ? (
        <button
          type="button"
          className="button quiet"
          disabled={busy}
          onClick={() => void change({ version: model.version }, `${unit.model} with its newer figures`)}
        >
          Take the newer figures, version {model.version}
        </button>
      ) : null}
      <span role="status" className="text-sm text-stop">
        {say?.text ?? ""}
      </span>
      <Sheet open={editing} title={`Change ${unit.model}`} onClose={() => setEditing(false)}>
        <UnitForm
          key={unit.key}
          jobId={jobId}
          unit={unit}
          models={models.filter((m) => m.family === model?.family)}
          onSave={async (over) => {
            if (await change(over, `${unit.model} changed`)) setEditing(false);
          }}
          busy={busy}
        />
        <p role="status" className="text-stop">
          {say?.text ?? ""}
        </p>
      </Sheet>
    </div>
  );
}

/** Takes the last change of the draft back, as a change of its own. */
export function UndoChange({
  jobId,
  what,
  before,
  seen,
}: {
  jobId: string;
  what: string;
  before: readonly DesignUnit[];
  seen: number;
}) {
  const { act, say, busy } = useDesign(jobId);
  return (
    <>
      <button
        type="button"
        className="button quiet"
        disabled={busy}
        onClick={() =>
          void act({ kind: "designChanged", units: [...before], what: `Undone: ${what}`.slice(0, 200), seen })
        }
      >
        Undo: {what}
      </button>
      <span role="status" className="text-sm text-stop">
        {say?.text ?? ""}
      </span>
    </>
  );
}

function UnitForm({
  jobId,
  unit,
  models,
  onSave,
  busy,
}: {
  jobId: string;
  unit: DesignUnit;
  models: readonly ModelInfo[];
  onSave: (over: Partial<DesignUnit>) => Promise<void>;
  busy: boolean;
}) {
  const [draft, keep, drop] = useDraft(`${jobId}.unit.${unit.key}`);
  const typed = {
    model: unit.model,
    parallel: String(unit.parallel),
    salt: unit.saltLbPerFt3 === undefined ? "" : String(unit.saltLbPerFt3),
    place: unit.place ?? "",
    ...(draft ? (JSON.parse(draft) as Record<string, string>) : {}),
  };
  const set = (over: Partial<typeof typed>) => keep(JSON.stringify({ ...typed, ...over }));
  const [error, setError] = useState("");
  const save = async () => {
    const parallel = Number(typed.parallel);
    const salt = typed.salt === "" ? undefined : Number(typed.salt);
    if (!Number.isInteger(parallel) || parallel < 1 || parallel > 6) {
      setError("One to six side by side");
      return;
    }
    if (salt !== undefined && !(salt >= 6 && salt <= 15)) {
      setError("A salt setting is 6 to 15 lb/ft³");
      return;
    }
    setError("");
    await onSave({
      model: typed.model,
      version: typed.model === unit.model ? undefined : models.find((m) => m.code === typed.model)?.version,
      parallel,
      saltLbPerFt3: salt,
      place: typed.place === "" ? undefined : typed.place,
    });
    drop();
  };
  return (
    <form
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <label>
        Model
        <select className="field" value={typed.model} onChange={(e) => set({ model: e.target.value })}>
          {models.some((m) => m.code === unit.model) ? null : (
            <option value={unit.model}>{unit.model}, no longer offered</option>
          )}
          {models.map((m) => (
            <option key={m.code} value={m.code}>
              {m.code}, {m.name}
            </option>
          ))}
        </select>
      </label>
      <label>
        Side by side
        <input
          className="field num"
          inputMode="numeric"
          value={typed.parallel}
          onChange={(e) => set({ parallel: e.target.value })}
        />
      </label>
      {models[0]?.softener ? (
        <label>
          Salt setting, lb/ft³{" "}
          <span className="text-sm text-soft">{models[0].softener.saltLbPerFt3} when empty</span>
          <input
            className="field num"
            inputMode="decimal"
            value={typed.salt}
            onChange={(e) => set({ salt: e.target.value })}
          />
        </label>
      ) : null}
      <label>
        Place <span className="text-sm text-soft">in words, if you like</span>
        <input
          className="field"
          value={typed.place}
          maxLength={80}
          onChange={(e) => set({ place: e.target.value })}
        />
      </label>
      <p role="status" className="text-stop">
        {error}
      </p>
      <KeyButton className="button" disabled={busy} pressedBy="save">
        Save
      </KeyButton>
    </form>
  );
}

/** A verdict that may be set aside with a written reason, which is kept and printed. */
export function OverrideButton({
  jobId,
  at,
  rule,
  reason,
  overridden,
}: {
  jobId: string;
  at: string;
  rule: string;
  reason: string;
  overridden?: string;
}) {
  const { act, say, busy } = useDesign(jobId);
  const [open, setOpen] = useState(false);
  const [draft, keep, drop] = useDraft(`${jobId}.override.${at}.${rule}`);
  if (overridden !== undefined)
    return (
      <button
        type="button"
        className="plainlink inline-block min-h-6 text-sm"
        disabled={busy}
        onClick={() => void act({ kind: "overrideWithdrawn", at, rule })}
      >
        withdraw the override
      </button>
    );
  return (
    <>
      <button type="button" className="plainlink inline-block min-h-6 text-sm" onClick={() => setOpen(true)}>
        override<span className="visually-hidden">: {reason}</span>
      </button>
      <Sheet open={open} title="Override with a reason" onClose={() => setOpen(false)}>
        <form
          className="grid gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            void act({ kind: "verdictOverridden", at, rule, why: draft ?? "" }, () => {
              drop();
              setOpen(false);
            });
          }}
        >
          <p>{reason}</p>
          <label>
            Reason, kept in the record and printed
            <textarea
              className="field min-h-24"
              value={draft ?? ""}
              maxLength={500}
              onChange={(e) => keep(e.target.value)}
            />
          </label>
          <p role="status" className="text-stop">
            {say?.text ?? ""}
          </p>
          <KeyButton className="button" disabled={busy} pressedBy="save">
            Override
          </KeyButton>
        </form>
      </Sheet>
    </>
  );
}

/** Signs the design as it was seen; a design changed meanwhile is refused. */
export function SignDesign({
  jobId,
  seen,
  blockers,
  signed,
}: {
  jobId: string;
  seen: number;
  blockers: number;
  signed: boolean;
}) {
  const { act, say, busy } = useDesign(jobId);
  return (
    <span className="inline-flex flex-wrap items-center gap-3">
      <button
        type="button"
        className="button"
        disabled={busy || blockers > 0 || signed}
        data-save
        onClick={() => void act({ kind: "designSigned", seen })}
      >
        {signed ? "Signed" : "Sign design"}
      </button>
      <span role="status" className="text-sm text-stop">
        {say?.text ?? ""}
      </span>
    </span>
  );
}
