"use client";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useEffect, useState } from "react";

// Loaded when asked for: a phone on site never pays for it.
const KeysSheet = dynamic(() => import("./KeysSheet"));

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** The keys of the bench, and `?` to see them. Phases are marked by `data-phase-key`, the next open thing by `data-next-open`. */
export function Keys() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key === "Enter") {
        document.querySelector<HTMLElement>("[data-save]")?.click();
        return;
      }
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target)) return;
      const go = (selector: string) => {
        const a = document.querySelector<HTMLAnchorElement>(selector);
        if (a) {
          e.preventDefault();
          const href = a.getAttribute("href");
          if (href) router.push(href as Route);
          else a.click();
        }
      };
      if (e.key === "?") {
        e.preventDefault();
        setOpen(true);
      } else if (/^[1-7]$/.test(e.key)) go(`[data-phase-key="${e.key}"]`);
      else if (e.key === "n") go("[data-next-open]");
      else if (e.key === "e") {
        const b = document.querySelector<HTMLElement>("[data-edit]");
        if (b) {
          e.preventDefault();
          b.focus();
          b.click();
        }
      } else if (e.key === "ArrowDown" || e.key === "ArrowUp") {
        const stations = [...document.querySelectorAll<HTMLElement>("[data-line-station]")];
        const at = stations.indexOf(document.activeElement as HTMLElement);
        if (at !== -1) {
          e.preventDefault();
          stations[at + (e.key === "ArrowDown" ? 1 : -1)]?.focus();
        }
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [router]);
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
