"use client";
import { afterPage } from "@/ui/later/afterPage";

/** The bell. */
export const Bell = afterPage(() => import("./Bell").then((m) => m.Bell));
