"use client";
import { useEffect } from "react";
import { FIGURES, OWN } from "./figures";
import { atRest } from "./later/atRest";

const A_YEAR = 365 * 24 * 3600;

/**
 * The face of figures: fetched once the page rests, so that on a slow line nothing that a page answers with
 * is behind it. A browser that has it shows it at once.
 */
export function FigureFace() {
  useEffect(() => {
    void atRest().then(() => {
      document.documentElement.dataset.face = OWN;
      document.cookie = `${FIGURES}=${OWN}; path=/; max-age=${A_YEAR}; samesite=lax`;
    });
  }, []);
  return null;
}
