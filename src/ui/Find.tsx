"use client";
import dynamic from "next/dynamic";
import { useCallback, useState } from "react";
import { useCommand } from "./commands";

// Loaded when asked for: a phone on site never pays for it.
const FindSheet = dynamic(() => import("./FindSheet"));

/** `/` finds any job, unit, serial number or person. */
export function Find() {
  const [open, setOpen] = useState(false);
  useCommand(
    "/",
    useCallback(() => setOpen(true), []),
  );
  return (
    <>
      <button
        type="button"
        className="inline-flex min-h-10 items-center gap-1 text-sm text-soft"
        onClick={() => setOpen(true)}
      >
        <kbd>/</kbd> find<span className="hidden lg:inline"> a job, unit, serial or person</span>
      </button>
      {open ? <FindSheet onClose={() => setOpen(false)} /> : null}
    </>
  );
}
