"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { ReadFile } from "./read";
import { ColumnHeads } from "@/ui/ColumnHeads";

const words = { new: "new", changed: "changed", same: "as it is", bad: "cannot be taken" } as const;

type ReadUnit = ReadFile["units"][number];
const isTakable = (u: ReadUnit) => u.state === "new" || u.state === "changed";

/** Why a row cannot be taken, or what it changes. */
function Lines({ of: u }: { of: ReadUnit }) {
  const lines = u.state === "bad" ? u.reasons : u.state === "changed" ? u.changes : [];
  if (lines.length === 0) return null;
  return (
    <ul>
      {lines.map((l) => (
        <li key={l}>{l}</li>
      ))}
    </ul>
  );
}

const inks: Readonly<Record<ReadUnit["state"], string>> = {
  new: "",
  changed: "",
  same: "text-soft",
  bad: "text-stop",
};

/** One unit of the file, with what would become of it. */
function UnitRow({
  unit: u,
  taken,
  take,
}: {
  unit: ReadUnit;
  taken: boolean;
  take: (take: boolean) => void;
}) {
  return (
    <tr data-state={u.state}>
      <td>
        {isTakable(u) ? (
          <input
            type="checkbox"
            className="size-6"
            aria-label={`Take ${u.code}`}
            checked={taken}
            onChange={(e) => take(e.target.checked)}
          />
        ) : null}
      </td>
      <td className="figure">{u.row}</td>
      <td>
        <span className="num">{u.code || "no code"}</span> <span className="text-sm text-soft">{u.name}</span>
      </td>
      <td className={inks[u.state]}>{words[u.state]}</td>
      <td className="text-sm">
        <Lines of={u} />
      </td>
    </tr>
  );
}

/** A file of units: read, looked at, and taken in. */
function useImport() {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<{ readonly name: string; readonly read: ReadFile }>();
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const [why, setWhy] = useState("");
  const [say, setSay] = useState<{ readonly text: string; readonly bad: boolean }>();
  const [busy, setBusy] = useState(false);
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    setBusy(true);
    setSay({ text: "Reading…", bad: false });
    setFile(undefined);
    setOut(new Set());
    try {
      const response = await fetch("/api/catalogue/read", {
        method: "POST",
        headers: { "content-type": "application/octet-stream" },
        body: chosen,
      });
      const body = (await response.json()) as ReadFile & { error?: string };
      if (response.ok) {
        setFile({ name: chosen.name, read: body });
        setSay(undefined);
        setWhy((w) => w || `From ${chosen.name}`);
      } else setSay({ text: body.error ?? "The file was not read", bad: true });
    } catch {
      setSay({ text: "No connection just now. Choose the file again", bad: true });
    }
    setBusy(false);
    if (input.current) input.current.value = "";
  };
  const takable = file?.read.units.filter(isTakable) ?? [];
  const chosen = takable.filter((u) => !out.has(u.row));
  const take = async () => {
    setBusy(true);
    try {
      const response = await fetch("/api/catalogue/take", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ units: chosen.map((u) => ("figures" in u ? u.figures : undefined)), why }),
      });
      const body = (await response.json()) as { taken?: number; error?: string };
      if (response.ok) {
        setFile(undefined);
        setSay({ text: `${body.taken} taken in`, bad: false });
        router.refresh();
      } else setSay({ text: body.error ?? "Nothing was taken", bad: true });
    } catch {
      setSay({ text: "No connection just now. Nothing was taken; try again", bad: true });
    }
    setBusy(false);
  };
  const setTaken = (row: number, is: boolean) => {
    const next = new Set(out);
    if (is) next.delete(row);
    else next.add(row);
    setOut(next);
  };
  const leave = () => {
    setFile(undefined);
    setSay(undefined);
  };
  return { input, file, out, chosen, why, setWhy, say, busy, read, take, setTaken, leave };
}

/** What the file holds, unit by unit, and what is taken of it. */
function FileRead({
  file,
  units,
}: {
  file: NonNullable<ReturnType<typeof useImport>["file"]>;
  units: ReturnType<typeof useImport>;
}) {
  return (
    <section className="mt-4 border-t-2 border-ink pt-3" aria-labelledby="import-title">
      <h2 id="import-title">{file.name}</h2>
      {file.read.unknown.length > 0 ? (
        <p className="text-check">
          Columns that no figure is called, left aside: {file.read.unknown.join(", ")}.
        </p>
      ) : null}
      <div className="max-h-[60vh] overflow-auto" tabIndex={0} role="region" aria-labelledby="import-title">
        <table className="plain">
          <ColumnHeads
            caption="Units to take in"
            columns={["Take", { figure: "row" }, "unit", "state", "what changes, or why not"]}
          />
          <tbody>
            {file.read.units.map((u) => (
              <UnitRow
                key={u.row}
                unit={u}
                taken={!units.out.has(u.row)}
                take={(is) => units.setTaken(u.row, is)}
              />
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-4 flex flex-wrap items-end gap-4">
        <label className="min-w-72 flex-1">
          Where these figures come from
          <input
            className="field"
            value={units.why}
            maxLength={300}
            onChange={(e) => units.setWhy(e.target.value)}
          />
        </label>
        <button
          type="button"
          className="button"
          disabled={units.busy || units.chosen.length === 0}
          onClick={() => void units.take()}
        >
          Take {units.chosen.length} in
        </button>
        <button type="button" className="button quiet" onClick={units.leave}>
          Leave it
        </button>
      </div>
    </section>
  );
}

/**
 * Units in from a spreadsheet or JSON: each row with what would become of it; what fails is shown with its
 * reason, the rest can be taken.
 */
export function ImportUnits() {
  const units = useImport();
  const { input, busy, say, read } = units;
  return (
    <div data-import-units>
      <div className="flex flex-wrap items-center gap-4">
        <label className="button quiet cursor-pointer focus-within:outline-3">
          Bring units in
          <input
            ref={input}
            type="file"
            accept=".xlsx,.json,application/json,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
            className="visually-hidden"
            disabled={busy}
            onChange={(e) => void read(e.target.files?.[0])}
          />
        </label>
        <a className="button quiet" href="/api/catalogue?as=xlsx" download>
          Out as a spreadsheet
        </a>
        <a className="button quiet" href="/api/catalogue?as=json" download>
          Out as JSON
        </a>
        <span role="status" className={say?.bad ? "text-stop" : "text-good"}>
          {say?.text ?? ""}
        </span>
      </div>
      {units.file ? <FileRead file={units.file} units={units} /> : null}
    </div>
  );
}
