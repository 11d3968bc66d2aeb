"use client";
import { useState } from "react";
import type { HistoryLine } from "../job/history";
import { choices } from "../jobs/asked";

/** Lines that are shown at once; more are asked for. */
const SHOWN = 50;

/** What happened at a job as sentences, the newest first; narrowed by phase and by person. */
export function History({ lines }: { lines: readonly HistoryLine[] }) {
  const [phase, setPhase] = useState("");
  const [who, setWho] = useState("");
  const [most, setMost] = useState(SHOWN);
  const people = [...new Set(lines.map((l) => l.who))];
  const fitting = lines.filter((l) => (!phase || l.phase === phase) && (!who || l.who === who));
  return (
    <>
      <div className="flex flex-wrap gap-4">
        <label>
          Phase
          <select className="field" value={phase} onChange={(e) => setPhase(e.target.value)}>
            <option value="">All</option>
            {Object.entries(choices.phase).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label>
          By
          <select className="field" value={who} onChange={(e) => setWho(e.target.value)}>
            <option value="">Everybody</option>
            {people.map((p) => (
              <option key={p}>{p}</option>
            ))}
          </select>
        </label>
      </div>
      <p className="mt-2 text-sm text-soft" role="status">
        {fitting.length} of {lines.length} entries
      </p>
      <ol>
        {fitting.slice(0, most).map((l) => (
          <li key={l.seq} className="rule grid gap-x-5 py-1.5 md:grid-cols-[150px_120px_1fr]">
            <span className="text-sm text-soft">{l.at}</span>
            <span className="text-sm">{l.who}</span>
            <span className="break-words">{l.text}</span>
          </li>
        ))}
      </ol>
      {fitting.length > most ? (
        <button type="button" className="button quiet mt-3" onClick={() => setMost(most + 200)}>
          Show {Math.min(200, fitting.length - most)} earlier ones
        </button>
      ) : null}
    </>
  );
}
