import pino from "pino";

/** Structured log. Identifiers, kinds and durations only: nothing that names or describes a person. */
export const log = pino({
  level: process.env.BRANT_LOG ?? "info",
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
});

/** An error as the log may hold it: its name and code, not its message, which can quote what was typed. */
export const errorFacts = (error: unknown): { name: string; code?: string; frame?: string } => {
  const e = error as { name?: string; code?: string; stack?: string };
  const frame = e?.stack
    ?.split("\n")
    .find((l) => l.trim().startsWith("at "))
    ?.trim();
  return { name: e?.name ?? "Error", code: e?.code ? e.code : undefined, frame: frame || undefined };
};
