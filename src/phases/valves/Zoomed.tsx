"use client";
import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from "react";

/** One is the whole width of what shows it. */
const LARGEST = 4;
const STEP = 1.5;
const within = (zoom: number) => Math.min(LARGEST, Math.max(1, zoom));

const between = (touches: TouchList) =>
  Math.hypot(touches[0]!.clientX - touches[1]!.clientX, touches[0]!.clientY - touches[1]!.clientY);

/** Two fingers on the pane draw it larger and smaller; one finger moves the page as everywhere. */
function usePinch(pane: RefObject<HTMLDivElement | null>, zoom: number, setZoom: (zoom: number) => void) {
  const now = useRef(zoom);
  useEffect(() => {
    now.current = zoom;
  });
  useEffect(() => {
    const at = pane.current!;
    let from: { readonly zoom: number; readonly apart: number } | undefined;
    const begin = (e: TouchEvent) => {
      from = e.touches.length === 2 ? { zoom: now.current, apart: between(e.touches) } : undefined;
    };
    const move = (e: TouchEvent) => {
      if (!from || e.touches.length !== 2) return;
      // The browser would enlarge the page with it.
      e.preventDefault();
      setZoom(within((from.zoom * between(e.touches)) / from.apart));
    };
    at.addEventListener("touchstart", begin, { passive: true });
    at.addEventListener("touchmove", move, { passive: false });
    return () => {
      at.removeEventListener("touchstart", begin);
      at.removeEventListener("touchmove", move);
    };
  }, [pane, setZoom]);
}

/** Moves a pane sideways until a part of what it shows, from 0 to 1, is in its middle. */
function show(pane: HTMLElement, part: number): void {
  pane.scrollLeft = part * pane.scrollWidth - pane.clientWidth / 2;
}

/** Keeps the middle of the pane where it was when what it shows grows. */
function useMiddle(pane: RefObject<HTMLDivElement | null>, zoom: number) {
  const middle = useRef(0.5);
  const note = () => {
    const { scrollLeft, clientWidth, scrollWidth } = pane.current!;
    middle.current = (scrollLeft + clientWidth / 2) / scrollWidth;
  };
  useLayoutEffect(() => {
    show(pane.current!, middle.current);
  }, [pane, zoom]);
  return note;
}

/**
 * A drawing that fits its width at first, and grows by buttons or two fingers. `at`: the part of its width
 * that is looked at, from 0 to 1.
 */
export function Zoomed({
  label,
  at,
  children,
}: {
  label: string;
  at: number | undefined;
  children: React.ReactNode;
}) {
  const pane = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  usePinch(pane, zoom, setZoom);
  const noteMiddle = useMiddle(pane, zoom);
  useEffect(() => {
    const shown = pane.current!;
    if (at === undefined || shown.scrollWidth <= shown.clientWidth) return;
    show(shown, at);
  }, [at]);
  const button = (words: string, sign: string, to: number) => (
    <button
      type="button"
      className="button quiet !min-w-12"
      aria-label={words}
      disabled={within(to) === zoom}
      onClick={() => setZoom(within(to))}
    >
      {sign}
    </button>
  );
  return (
    <div>
      <div className="mb-2 flex gap-2 lg:hidden" role="group" aria-label="Size of the drawing">
        {button("Larger", "+", zoom * STEP)}
        {button("Smaller", "−", zoom / STEP)}
        {button("The whole drawing", "Whole", 1)}
      </div>
      <div
        ref={pane}
        className="overflow-x-auto"
        tabIndex={0}
        role="group"
        aria-label={label}
        onScroll={noteMiddle}
      >
        <div style={{ width: `${zoom * 100}%` }}>{children}</div>
      </div>
    </div>
  );
}
