"use client";
import { useEffect } from "react";

/** So many steps back it is looked for what is still here. */
const TRAIL = 12;

/** So long after it found nothing that would take it, it is tried again, ms. */
const AGAIN_MS = 250;

/** What had the focus, and what it lay in, from the inside out. */
interface Had {
  readonly element: HTMLElement;
  readonly within: readonly Element[];
}

function hadNow(element: HTMLElement): Had {
  const within: Element[] = [];
  for (let at = element.parentElement; at; at = at.parentElement) within.push(at);
  return { element, within };
}

/** Where the focus goes when what had it is gone: the heading of the nearest part that is still here, or that part. */
function heir({ element, within }: Had): HTMLElement | undefined {
  if (element.isConnected && !element.matches(":disabled")) return element;
  const part = within.find((e) => e.isConnected);
  if (!(part instanceof HTMLElement) || part === document.body) return undefined;
  return part.querySelector<HTMLElement>("h1, h2, h3") ?? part;
}

function focusOn(element: HTMLElement): void {
  if (element.tabIndex < 0 && !element.hasAttribute("tabindex")) element.tabIndex = -1;
  element.focus({ preventScroll: true });
}

/** The focus never falls to nothing: where what had it goes away, or waits, it is found near there again. */
export function FocusKept() {
  useEffect(() => {
    /** What had it, the latest first: a sheet that closes leaves it to what opened it, or to where that was. */
    let trail: readonly Had[] = [];
    let waits = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    const note = (e: FocusEvent) => {
      if (!(e.target instanceof HTMLElement) || e.target === document.body) return;
      trail = [hadNow(e.target), ...trail].slice(0, TRAIL);
      waits = false;
    };
    const look = () => {
      const [had] = trail;
      if (!had || document.activeElement !== document.body) return;
      if (!had.element.isConnected) {
        const next = trail.map(heir).find((e) => e !== undefined);
        if (next) focusOn(next);
        // Behind a sheet that is only closing nothing takes it yet.
        clearTimeout(again);
        if (document.activeElement === document.body) again = setTimeout(look, AGAIN_MS);
        return;
      }
      // A button that waits for its answer gets it back; who pressed beside everything keeps nothing.
      const isOff = had.element.matches(":disabled");
      if (!isOff && waits) had.element.focus({ preventScroll: true });
      waits = isOff;
    };
    const watch = new MutationObserver(look);
    watch.observe(document.body, {
      childList: true,
      subtree: true,
      attributeFilter: ["disabled", "inert", "aria-hidden"],
    });
    document.addEventListener("focusin", note);
    return () => {
      watch.disconnect();
      clearTimeout(again);
      document.removeEventListener("focusin", note);
    };
  }, []);
  return null;
}
