const LAST = "brant.touched";

/** Notes that somebody touched this browser, for all its tabs. A browser that keeps nothing never counts as idle. */
export function noteTouch(): void {
  try {
    localStorage.setItem(LAST, String(Date.now()));
  } catch {
    /* nothing to note it in */
  }
}

/** For so long nobody has touched this browser, ms; 0 where nobody noted it. */
export function idleFor(): number {
  try {
    const last = Number(localStorage.getItem(LAST) ?? Date.now());
    return Number.isFinite(last) ? Math.max(0, Date.now() - last) : 0;
  } catch {
    return 0;
  }
}
