"use client";
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useEffect, useState } from "react";
import { Sheet } from "./Sheet";

export interface FoundThing {
  readonly kind: string;
  readonly title: string;
  readonly detail: string;
  readonly href: string;
}

/** Finds while one types. */
export default function FindSheet({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const [text, setText] = useState("");
  const [answer, setAnswer] = useState<{
    readonly asked: string;
    readonly found: readonly FoundThing[];
    readonly failed?: boolean;
  }>({ asked: "", found: [] });
  useEffect(() => {
    if (text.trim().length < 2) return;
    const stop = new AbortController();
    const wait = setTimeout(() => {
      fetch(`/api/find?q=${encodeURIComponent(text)}`, { signal: stop.signal })
        .then(async (r) => {
          if (!r.ok) throw new Error();
          setAnswer({ asked: text, found: (await r.json()) as FoundThing[] });
        })
        .catch(() => {
          if (!stop.signal.aborted) setAnswer({ asked: text, found: [], failed: true });
        });
    }, 120);
    return () => {
      stop.abort();
      clearTimeout(wait);
    };
  }, [text]);
  const shown = text.trim().length < 2 ? [] : answer.found;
  const choose = (thing: FoundThing | null) => {
    if (!thing) return;
    onClose();
    router.push(thing.href as Route);
  };
  return (
    <Sheet open title="Find a job, unit or person" onClose={onClose}>
      <Combobox<FoundThing | null> value={null} onChange={choose}>
        <ComboboxInput
          autoFocus
          className="field"
          aria-label="Find"
          placeholder="Name, street, phone, unit, serial: at least two letters"
          onChange={(e) => setText(e.target.value)}
          displayValue={() => text}
          autoComplete="off"
        />
        <ComboboxOptions static className="mt-2 max-h-[50vh] overflow-y-auto">
          {shown.map((f, i) => (
            <ComboboxOption
              key={`${f.kind}${f.title}${i}`}
              value={f}
              className="rule flex min-h-12 cursor-pointer items-baseline gap-3 px-2 py-2 data-focus:bg-tint"
            >
              <span className="w-16 text-sm text-soft">{f.kind}</span>
              <span className="font-semibold">{f.title}</span>
              <span className="text-soft">{f.detail}</span>
            </ComboboxOption>
          ))}
        </ComboboxOptions>
      </Combobox>
      <p role="status" className="mt-2 text-sm text-soft">
        {text.trim().length < 2
          ? ""
          : answer.failed
            ? "The search did not answer. Try again"
            : answer.asked === text && shown.length === 0
              ? "Nothing found"
              : ""}
      </p>
    </Sheet>
  );
}
