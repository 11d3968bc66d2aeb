"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { ReadFile } from "./read";
import { ColumnHeads } from "@/ui/ColumnHeads";

const words = { new: "new", changed: "changed", same: "as it is", bad: "cannot be taken" } as const;

/** Units in from a spreadsheet or JSON: each row with what would become of it; what fails is shown with its reason, the rest can be taken. */
export function ImportUnits() {
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
  const takable = file?.read.units.filter((u) => u.state === "new" || u.state === "changed") ?? [];
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
      {file ? (
        <section className="mt-4 border-t-2 border-ink pt-3" aria-labelledby="import-title">
          <h2 id="import-title">{file.name}</h2>
          {file.read.unknown.length > 0 ? (
            <p className="text-check">
              Columns that no figure is called, left aside: {file.read.unknown.join(", ")}.
            </p>
          ) : null}
          <div
            className="max-h-[60vh] overflow-auto"
            tabIndex={0}
            role="region"
            aria-labelledby="import-title"
          >
            <table className="plain">
              <ColumnHeads
                columns={["Take", { figure: "row" }, "unit", "state", "what changes, or why not"]}
              />
              <tbody>
                {file.read.units.map((u) => (
                  <tr key={u.row} data-state={u.state}>
                    <td>
                      {u.state === "new" || u.state === "changed" ? (
                        <input
                          type="checkbox"
                          className="size-6"
                          aria-label={`Take ${u.code}`}
                          checked={!out.has(u.row)}
                          onChange={(e) => {
                            const next = new Set(out);
                            if (e.target.checked) next.delete(u.row);
                            else next.add(u.row);
                            setOut(next);
                          }}
                        />
                      ) : null}
                    </td>
                    <td className="figure">{u.row}</td>
                    <td>
                      <span className="num">{u.code || "no code"}</span>{" "}
                      <span className="text-sm text-soft">{u.name}</span>
                    </td>
                    <td className={u.state === "bad" ? "text-stop" : u.state === "same" ? "text-soft" : ""}>
                      {words[u.state]}
                    </td>
                    <td className="text-sm">
                      {u.state === "bad" ? (
                        <ul>
                          {u.reasons.map((r) => (
                            <li key={r}>{r}</li>
                          ))}
                        </ul>
                      ) : u.state === "changed" ? (
                        <ul>
                          {u.changes.map((c) => (
                            <li key={c}>{c}</li>
                          ))}
                        </ul>
                      ) : null}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <div className="mt-4 flex flex-wrap items-end gap-4">
            <label className="min-w-72 flex-1">
              Where these figures come from
              <input className="field" value={why} maxLength={300} onChange={(e) => setWhy(e.target.value)} />
            </label>
            <button
              type="button"
              className="button"
              disabled={busy || chosen.length === 0}
              onClick={() => void take()}
            >
              Take {chosen.length} in
            </button>
            <button
              type="button"
              className="button quiet"
              onClick={() => {
                setFile(undefined);
                setSay(undefined);
              }}
            >
              Leave it
            </button>
          </div>
        </section>
      ) : null}
    </div>
  );
}
