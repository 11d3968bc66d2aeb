"use client";
import { shownFirst } from "../later/shownFirst";

// A page is alive without its Line: on the way to a phone it stands behind what is touched.
export const Line = shownFirst(() => import("./Line").then((m) => m.Line));
export const LineAcross = shownFirst(() => import("./LineAcross").then((m) => m.LineAcross));
