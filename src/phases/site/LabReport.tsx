"use client";
import { useState } from "react";
import { labNames } from "@/catalogue/labNames";
import { labTable, type LabChoice, type LabTable } from "@/core/water/lab";
import type { UnitSystem } from "@/core/units";
import { LabForm } from "./LabForm";
import { LabMapping } from "./LabMapping";
import { cellsOf, decoded } from "./labText";
import type { Way } from "./useTakeReport";

const MAX_FILE = 2_000_000;

/** A test from a laboratory's file. */
function FromFile({ look, refuse }: { look: (content: string) => void; refuse: (why: string) => void }) {
  return (
    <label>
      A table of a laboratory, CSV or tab-separated{" "}
      <input
        type="file"
        accept=".csv,.tsv,.txt,text/csv,text/plain"
        className="field"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (!file) return;
          if (file.size > MAX_FILE) refuse("This file is too large for a water test: at most 2 MB");
          else void file.arrayBuffer().then((b) => look(decoded(new Uint8Array(b))));
        }}
      />
    </label>
  );
}

/** More letters than a key writes: it was pasted, or dropped. */
const AT_ONCE = 8;

/** A test that is pasted. What comes at once is read at once; what is typed, when that is said. */
function Paste({ look }: { look: (content: string) => void }) {
  const [text, setText] = useState("");
  return (
    <div className="grid gap-2">
      <label>
        The report&apos;s lines or cells
        <textarea
          className="field num min-h-32"
          value={text}
          placeholder={"Hardness: 22 gpg\nIron 0.35 mg/L\npH 7.2"}
          onChange={(e) => {
            const now = e.target.value;
            setText(now);
            if (now.length - text.length > AT_ONCE) look(now);
          }}
        />
      </label>
      <p>
        <button
          type="button"
          className="button quiet"
          disabled={text.trim() === ""}
          onClick={() => look(text)}
        >
          Read it
        </button>
      </p>
    </div>
  );
}

const WAYS = [
  ["file", "From a file"],
  ["paste", "Paste"],
  ["form", "Type it in"],
] as const;

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
    setDone(true);
  };
  return (
    <div className="grid gap-4" data-lab-report>
      <div className="flex flex-wrap gap-3" role="group" aria-label="How the test comes in">
        {WAYS.map(([id, label]) => (
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
      {way === "file" ? <FromFile look={(content) => look("file", content)} refuse={setError} /> : null}
      {way === "paste" ? <Paste look={(content) => look("paste", content)} /> : null}
      {way === "form" ? <LabForm jobId={jobId} profile={profile} onDone={finish} /> : null}
      {table && way === table.of ? (
        <LabMapping
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
