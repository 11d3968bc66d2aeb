"use client";
import dynamic from "next/dynamic";
import { useEffect, useState } from "react";

// Loaded when asked for: a phone on site never pays for it.
const FindSheet = dynamic(() => import("./FindSheet"));

/** `/` finds any job, unit, serial number or person. */
export function Find() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (
        e.key === "/" &&
        !(e.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName))
      ) {
        e.preventDefault();
        setOpen(true);
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
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
