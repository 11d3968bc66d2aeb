"use client";
import { createContext, useContext, useEffect, useState, type ReactNode } from "react";
import type { JobState } from "@/core/job";
import type { TakeOffLine } from "@/core/plumbing/takeOffLine";
import { leftOver, lineState, type PartMark } from "@/core/plumbing/van";
import { newId, type Kept } from "../outbox/kept";
import { useOutbox } from "../outbox/OutboxProvider";

type Marks = Readonly<Record<string, PartMark>>;
interface Packing {
  readonly marks: Marks;
  readonly readOnly: boolean;
  readonly mark: (line: TakeOffLine, state: PartMark["state"] | "open") => void;
}
const PackingContext = createContext<Packing | undefined>(undefined);
/** How the van stands, and how something is said of it. Throws outside a `Van`. */
function usePacking(): Packing {
  const packing = useContext(PackingContext);
  if (!packing) throw new Error("a part is packed outside its van");
  return packing;
}

type Said = Extract<Kept["intent"], { kind: "partChecked" }>;

/** The marks after what was said, one after the other. */
function withSaid(marks: Marks, all: readonly Said[]): Marks {
  const next = new Map(Object.entries(marks));
  for (const { part, what, state, count } of all) {
    if (state === "open") next.delete(part);
    else next.set(part, { what, state, count });
  }
  return Object.fromEntries(next);
}

/** What the server took, until the page is loaded with it. `seq`: the entry up to which it is. */
function useTaken(job: string, seq: number) {
  const { outbox } = useOutbox();
  const [taken, setTaken] = useState<readonly { readonly said: Said; readonly seq: number }[]>([]);
  useEffect(
    () =>
      outbox.onSettled(({ job: of, intent }, outcome) => {
        if (of !== job || intent.kind !== "partChecked") return;
        // The page is not asked for anew: where the signal goes just then, the browser would leave it.
        if (outcome.ok) setTaken((had) => [...had, { said: intent, seq: outcome.seq }]);
      }),
    [outbox, job],
  );
  return taken.filter((t) => t.seq > seq).map((t) => t.said);
}

/**
 * The van of a job while it is packed: what is said stays on the device until the server has it, also where
 * there is no signal.
 */
export function Van({
  job,
  marks,
  readOnly,
  children,
}: {
  job: Pick<JobState, "id" | "seq"> & { readonly name: string };
  marks: JobState["parts"];
  readOnly: boolean;
  children: ReactNode;
}) {
  const { outbox, kept } = useOutbox();
  const taken = useTaken(job.id, job.seq);
  const waiting = kept.flatMap(({ intent, job: of, state }) =>
    of === job.id && state !== "refused" && intent.kind === "partChecked" ? [intent] : [],
  );
  const packing: Packing = {
    marks: withSaid(marks, [...taken, ...waiting]),
    readOnly,
    mark: (line, state) =>
      void outbox.keep({
        job: job.id,
        jobName: job.name,
        what: `For the van: ${line.what}`,
        intent: {
          kind: "partChecked",
          id: newId(),
          part: line.id,
          what: line.what,
          state,
          ...(line.count === undefined ? {} : { count: line.count }),
        },
      }),
  };
  return <PackingContext value={packing}>{children}</PackingContext>;
}

const stateWords = { loaded: "in the van", missing: "missing", open: "not in the van yet" } as const;
const signs = { loaded: "✓", missing: "!", open: "" } as const;
const looks = {
  loaded: "border-water bg-tint",
  missing: "border-stop text-stop",
  open: "border-soft",
} as const;

/** Packs one line by a press, and takes it out again by another. */
export function PartTick({ line }: { line: TakeOffLine }) {
  const { marks, mark, readOnly } = usePacking();
  const state = lineState(line, marks[line.id]);
  return (
    <button
      type="button"
      role="checkbox"
      aria-checked={state === "loaded"}
      aria-label={`${line.what}: ${stateWords[state]}`}
      disabled={readOnly}
      className={`size-11 shrink-0 rounded-sm border font-semibold ${looks[state]}`}
      onClick={() => mark(line, state === "loaded" ? "open" : "loaded")}
    >
      {signs[state]}
    </button>
  );
}

/** Below a line: it is not to be had, what waits for it then, and what would do instead. */
export function WhatWaits({
  line,
  waits,
  instead,
}: {
  line: TakeOffLine;
  waits: readonly string[];
  instead: readonly string[];
}) {
  const { marks, mark, readOnly } = usePacking();
  const isMissing = lineState(line, marks[line.id]) === "missing";
  return (
    <div className="mb-3 ml-[5.25rem]">
      {isMissing ? (
        <div className="mb-2 border-l-4 border-check pl-3 text-sm" data-missing={line.id}>
          <p>
            {waits.length === 0
              ? "No joint waits for it."
              : `What waits for it: ${waits.join("; ")}. All other work goes on.`}
          </p>
          {instead.length > 0 ? <p>Would do instead, between the same ports: {instead.join("; ")}.</p> : null}
        </div>
      ) : null}
      {readOnly ? null : (
        <button
          type="button"
          className="button quiet"
          onClick={() => mark(line, isMissing ? "open" : "missing")}
        >
          {isMissing ? "It is to be had after all" : "Not to be had"}
        </button>
      )}
    </div>
  );
}

/** How far the van is packed, and what is missing. */
export function Tally({ lines }: { lines: readonly TakeOffLine[] }) {
  const { marks } = usePacking();
  const at = (state: "loaded" | "missing") => lines.filter((l) => lineState(l, marks[l.id]) === state);
  const missing = at("missing");
  const left = leftOver(lines, marks);
  return (
    <p className="mb-4" role="status" data-packed>
      In the van: <span className="num">{at("loaded").length}</span> of{" "}
      <span className="num">{lines.length}</span>.
      {left.length > 0 ? ` Packed, and not asked for any more: ${left.join(", ")}.` : ""}
      {missing.length > 0 ? ` Missing: ${missing.map((l) => l.what).join(", ")}.` : ""}
    </p>
  );
}
