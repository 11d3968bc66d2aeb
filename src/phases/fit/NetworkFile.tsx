"use client";
import { wrap } from "comlink";
import { useState } from "react";
import type { FileFound } from "@/core/plumbing/fileFound";
import { leftAtTap } from "@/core/plumbing/pressure";
import type { Served } from "@/core/plumbing/way";
import { print, type UnitSystem } from "@/core/units";
import { VerdictShape } from "@/ui/VerdictMark";
import type { PressureWork } from "@/workers/pressure";

/** A file that takes longer than this to be solved is no house's, ms. */
const MOST_TIME = 20_000;
/** Larger files than this are not read, bytes. */
const LARGEST = 2_000_000;
/** Fixtures that are shown, those with the least pressure. */
const MOST_SHOWN = 12;

const refused = (why: string): FileFound => ({ is: "refused", why });

/** What is found in a file: read and solved beside the page, and given up where that takes too long. */
async function lookedAt(file: File): Promise<FileFound> {
  if (file.size > LARGEST) return refused("The file is too large for a house");
  const text = await file.text();
  const worker = new Worker(new URL("../../workers/pressure.ts", import.meta.url), { type: "module" });
  const tooLong = new Promise<FileFound>((done) =>
    setTimeout(() => done(refused("Its network takes too long to solve: it was given up")), MOST_TIME),
  );
  const failed = new Promise<FileFound>((done) => {
    worker.onerror = () => done(refused("It could not be computed in this browser"));
  });
  const found = wrap<PressureWork>(worker)
    .file(text)
    .catch(() => refused("It could not be computed in this browser"));
  try {
    return await Promise.race([found, tooLong, failed]);
  } finally {
    worker.terminate();
  }
}

/** What every open fixture of a file gets. */
function ServedTable({ served, profile }: { served: readonly Served[]; profile: UnitSystem }) {
  return (
    <table className="mt-2 w-full max-w-xl text-sm">
      <thead>
        <tr className="text-left text-soft">
          <th scope="col">Open fixture</th>
          <th scope="col" className="pr-3 text-right">
            Drawn
          </th>
          <th scope="col" className="pr-3 text-right">
            Wanted
          </th>
          <th scope="col" className="text-right">
            Pressure
          </th>
        </tr>
      </thead>
      <tbody>
        {served.slice(0, MOST_SHOWN).map((one) => (
          <tr key={one.node} className="border-t border-hair" data-served={one.node}>
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {one.node}
            </th>
            <td className="num pr-3 text-right">{print(one.drawn, "flow", profile)}</td>
            <td className="num pr-3 text-right">{print(one.wanted, "flow", profile)}</td>
            <td className="num text-right whitespace-nowrap">
              <VerdictShape level={leftAtTap(one.kPa)} /> {print(one.kPa, "pressure", profile)}
              <span className="visually-hidden"> {leftAtTap(one.kPa)}</span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What became of a file. */
function Found({ name, of, profile }: { name: string; of: FileFound; profile: UnitSystem }) {
  if (of.is === "refused")
    return (
      <p className="text-stop" role="alert" data-network-file="refused">
        {name}: {of.why}
      </p>
    );
  const { leftOut, found } = of;
  return (
    <div role="status" data-network-file="read">
      <p>
        {name}
        {leftOut.length > 0 ? ". Not understood, and left out:" : ": all of it is understood."}
      </p>
      {leftOut.length > 0 ? (
        <ul className="list-disc pl-5">
          {leftOut.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      ) : null}
      {found ? (
        <>
          <ServedTable served={found.served} profile={profile} />
          {found.served.length > MOST_SHOWN ? (
            <p className="text-sm text-soft">
              The {MOST_SHOWN} with the least pressure, of {found.served.length}.
            </p>
          ) : null}
          {found.fastest ? (
            <p className="mt-1 text-sm">
              Fastest in {found.fastest.pipe}:{" "}
              <span className="num">{print(found.fastest.ms, "speed", profile)}</span>
            </p>
          ) : null}
        </>
      ) : (
        <p>
          <VerdictShape level="Unknown" /> Unknown: no balance was found for it
        </p>
      )}
    </div>
  );
}

/** Reads a network that somebody else drew, and says what its fixtures get. Nothing of it is kept. */
export function NetworkFile({ profile }: { readonly profile: UnitSystem }) {
  const [state, setState] = useState<{ readonly name: string; readonly of?: FileFound }>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setState({ name: file.name });
    const of = await lookedAt(file);
    setState((now) => (now?.name === file.name ? { name: file.name, of } : now));
  };
  return (
    <section aria-label="Another network" className="grid gap-2">
      <label className="block">
        A file as EPANET reads it (.inp): what its fixtures get; nothing of it is kept
        <input
          type="file"
          accept=".inp,text/plain"
          className="field mt-1"
          onChange={(e) => {
            void take(e.target.files?.[0]);
            // The same file again, after it was mended, is read again.
            e.target.value = "";
          }}
        />
      </label>
      {state && !state.of ? <p role="status">Reading {state.name}…</p> : null}
      {state?.of ? <Found name={state.name} of={state.of} profile={profile} /> : null}
    </section>
  );
}
