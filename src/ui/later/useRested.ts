"use client";
import { startTransition, useEffect, useState } from "react";
import { atRest } from "./atRest";

/**
 * False until the page has nothing else to do. It begins as the server drew it: a part may come to life
 * after the page has rested.
 */
export function useRested(): boolean {
  const [rested, setRested] = useState(false);
  useEffect(() => void atRest().then(() => startTransition(() => setRested(true))), []);
  return rested;
}
