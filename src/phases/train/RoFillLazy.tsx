"use client";
import dynamic from "next/dynamic";

/** The chart's library comes only when an RO with a tank is looked at. */
export const RoFillLazy = dynamic(() => import("./RoFill"), { ssr: false, loading: () => <p className="mt-8 min-h-64 text-soft">Drawing how the tank fills…</p> });
