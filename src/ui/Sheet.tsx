"use client";
import { LayerProvider, useNewLayer } from "./commands";
import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";

function Contents({ children }: { children: React.ReactNode }) {
  return <LayerProvider value={useNewLayer()}>{children}</LayerProvider>;
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
            className={`w-full max-w-xl border border-hair bg-paper p-6 text-ink shadow-xl ${wet ? "pb-8" : ""}`}
          >
            <div className="mb-4 flex items-start justify-between gap-4">
              <DialogTitle className="text-lg font-semibold">{title}</DialogTitle>
              <button type="button" className="button quiet" onClick={onClose}>
                Close
              </button>
            </div>
            <Contents>{children}</Contents>
          </DialogPanel>
        </div>
      </div>
    </Dialog>
  );
}
