"use client";
import dynamic from "next/dynamic";
import { atRest } from "@/ui/later/atRest";

/** The bell. It follows the page, which is alive without it. */
export const Bell = dynamic(
  () =>
    atRest()
      .then(() => import("./Bell"))
      .then((m) => m.Bell),
  { ssr: false },
);
