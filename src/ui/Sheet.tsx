"use client";
import { useEffect, useRef } from "react";
import { LayerProvider, useNewLayer } from "./commands";
import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";

const FIELDS = "input:not([type=hidden]):not(:disabled), select:not(:disabled), textarea:not(:disabled)";

/** A sheet begins with its first field; without one the dialog's own choice stands. */
function useFirstField() {
  const contents = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // The dialog places the focus once it is shown: this comes after.
    const frame = requestAnimationFrame(() => {
      const all = contents.current;
      if (all && !all.contains(document.activeElement)) all.querySelector<HTMLElement>(FIELDS)?.focus();
    });
    return () => cancelAnimationFrame(frame);
  }, []);
  return contents;
}

function Contents({ children }: { children: React.ReactNode }) {
  const contents = useFirstField();
  return (
    <LayerProvider value={useNewLayer()}>
      <div ref={contents}>{children}</div>
    </LayerProvider>
  );
}

/** The one thing that lies over the page. Esc leaves it; what was typed in it is kept by its fields. */
export function Sheet({
  open,
  title,
  onClose,
  children,
  wet = false,
}: {
  open: boolean;
  title: string;
  onClose: () => void;
  children: React.ReactNode;
  wet?: boolean;
}) {
  return (
    <Dialog open={open} onClose={onClose} className={`relative z-20 ${wet ? "wet" : ""}`}>
      <DialogBackdrop className="fixed inset-0 bg-black/40" />
      <div className="fixed inset-0 overflow-y-auto">
        <div className="flex min-h-full items-end justify-center sm:items-start sm:p-8">
          <DialogPanel
            className={`relative w-full max-w-xl border border-hair bg-paper p-6 text-ink shadow-xl ${wet ? "pb-8" : ""}`}
          >
            <DialogTitle className="mb-4 pr-28 text-lg font-semibold">{title}</DialogTitle>
            <Contents>{children}</Contents>
            {/* Last, so that a sheet begins with its first field. */}
            <button type="button" className="button quiet absolute top-5 right-6" onClick={onClose}>
              Close
            </button>
          </DialogPanel>
        </div>
      </div>
    </Dialog>
  );
}
