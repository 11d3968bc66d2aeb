"use client";
import dynamic from "next/dynamic";
import { useCallback, useEffect, useState } from "react";
import { run, useCommand } from "./commands";

// Loaded when asked for: a phone on site never pays for it.
const KeysSheet = dynamic(() => import("./KeysSheet"));

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Hands every key to who registered for it, and `?` to see the keys of the bench. */
export function Keys() {
  const [open, setOpen] = useState(false);
  useCommand(
    "?",
    useCallback(() => setOpen(true), []),
  );
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const held = e.ctrlKey || e.metaKey;
      if (held && e.key === "Enter") {
        run("save");
        return;
      }
      if (held || e.altKey || typing(e.target)) return;
      if (run(e.key)) e.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
  return (
    <>
      <button
        type="button"
        className="hidden min-h-10 items-center gap-1 text-sm text-soft md:inline-flex"
        onClick={() => setOpen(true)}
      >
        <kbd>?</kbd> keys
      </button>
      {open ? <KeysSheet onClose={() => setOpen(false)} /> : null}
    </>
  );
}
