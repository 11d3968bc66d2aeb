import type { LineMark, Shape } from "@/core/families";
import type { Level } from "@/core/verdict";

/** A station of the Line as any phase shows it. */
export interface LineStation {
  readonly key: string;
  readonly name: string;
  /** The shape that it is drawn with. */
  readonly shape: Shape | "main" | "house";
  readonly branch: boolean;
  readonly line?: string;
  readonly level?: Level;
  readonly pressure?: string;
  /** What is left here at the peak of the pressure at rest, 0–1. */
  readonly left?: number;
  readonly markIn: LineMark;
  readonly markOut: LineMark;
  readonly href?: string;
  /** 0–1: how far a soak has come; in Run only. */
  readonly soaked?: number;
  readonly state?: "dry" | "soaking" | "flushing" | "wet" | "in service";
}
