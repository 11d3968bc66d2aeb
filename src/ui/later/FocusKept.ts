"use client";
import { afterPage } from "./afterPage";

/** Keeps the focus from falling to nothing, once something may go away. */
export const FocusKept = afterPage(() => import("../FocusKept").then((m) => m.FocusKept));
