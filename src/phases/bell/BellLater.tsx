"use client";
import dynamic from "next/dynamic";

/** The bell. It follows the page, which is alive without it. */
export const Bell = dynamic(() => import("./Bell").then((m) => m.Bell), { ssr: false });
