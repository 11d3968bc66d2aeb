"use client";
import { startTransition, useEffect, useState } from "react";
import { atRest, hasComeToRest } from "./atRest";

/** False until the page has nothing else to do; true at once on pages that one comes to after that. */
export function useRested(): boolean {
  const [rested, setRested] = useState(hasComeToRest);
  useEffect(() => void atRest().then(() => startTransition(() => setRested(true))), []);
  return rested;
}
