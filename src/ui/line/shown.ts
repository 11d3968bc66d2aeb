"use client";
import { shownFirstIn } from "../later/shownFirst";

// A page is alive without its Line: on the way to a phone it stands behind what is touched. A narrow page has
// it across its top, a wide one at its side.
export const Line = shownFirstIn("(min-width: 48rem)", () => import("./Line").then((m) => m.Line));
export const LineAcross = shownFirstIn("(max-width: 47.99rem)", () =>
  import("./LineAcross").then((m) => m.LineAcross),
);
