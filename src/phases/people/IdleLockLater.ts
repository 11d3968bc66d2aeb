"use client";
import { afterPage } from "@/ui/later/afterPage";

/** The lock of an idle browser: what has just been opened was just touched. */
export const IdleLock = afterPage(() => import("./IdleLock").then((m) => m.IdleLock));
