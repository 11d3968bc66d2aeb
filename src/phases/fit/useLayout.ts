"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import { misfits } from "@/core/fit/judge";
import { placingOf } from "@/core/fit/routes";
import { usualPlacing } from "@/core/fit/patience";
import { samePlace, type Standing, type WallUnit } from "@/core/fit/standing";
import type { Point, Wall } from "@/core/fit/wall";
import { useDesign } from "../train/useDesign";

export type Places = Readonly<Record<string, Standing>>;
/** Points that pipes are led through by hand, by what each leads to. */
export type Held = Readonly<Record<string, Point>>;

/** What of a layout is kept at once, beside the places of units. */
interface AlsoKept {
  /** Salt tanks that are taken off the wall. */
  readonly off?: readonly string[];
  readonly held?: Held;
  /** Pipes that find their own way again. */
  readonly freed?: readonly string[];
  /** Which way is chosen to join ends of pipes. */
  readonly transitions?: Readonly<Record<string, number>>;
}

/** A thing as it was moved here, or let go, over all that was known of it since. */
interface Moved<T> {
  readonly to: T | undefined;
  readonly over: readonly (T | undefined)[];
}

/** Things as they were kept, under what was moved here: a move stands until somebody else has moved its thing anew. */
export function useMoved<T>(
  kept: Readonly<Record<string, T>>,
  isSame: (a: T | undefined, b: T | undefined) => boolean,
) {
  const [moved, setMoved] = useState<Readonly<Record<string, Moved<T>>>>({});
  const current = useMemo(() => {
    const standing = Object.entries(moved).filter(([key, { to, over }]) =>
      [...over, to].some((known) => isSame(known, kept[key])),
    );
    const all = { ...kept, ...Object.fromEntries(standing.map(([key, { to }]) => [key, to])) };
    return Object.fromEntries(Object.entries(all).flatMap(([key, to]) => (to ? [[key, to] as const] : [])));
  }, [kept, moved, isSame]);
  const move = (key: string, to: T | undefined) =>
    setMoved((had) => {
      const before = had[key];
      const over = before ? [...before.over.slice(-20), before.to, kept[key]] : [kept[key]];
      return { ...had, [key]: { to, over } };
    });
  return { current, move };
}

const samePoint = (a: Point | undefined, b: Point | undefined): boolean => a?.x === b?.x && a?.y === b?.y;

/**
 * Keeps moves one after the other. Each has seen the one before it, though the page does not show that yet:
 * whoever moves two units at once is not told that the design was changed meanwhile.
 */
export function useKept(jobId: string, shown: number) {
  const { act, say, busy } = useDesign(jobId);
  const seen = useRef(shown);
  const last = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    seen.current = Math.max(seen.current, shown);
  }, [shown]);
  const keep = (places: Places, what: string, also: AlsoKept = {}) => {
    const kept = last.current.then(() =>
      act({ kind: "unitsPlaced", places, what, ...also, seen: seen.current }, ({ entry }) => {
        // Without one it was taken before, and what others did since has not been seen.
        if (entry) seen.current = entry.seq;
      }),
    );
    last.current = kept;
    return kept;
  };
  return { keep, say, busy };
}

/**
 * What stands on the wall, what is wrong with it, and its pipes once every unit stands; found again only
 * when something moves.
 */
function useStanding(wall: Wall, units: readonly WallUnit[], current: Places) {
  return useMemo(() => {
    const placed = units.filter((u) => current[u.key]);
    const standings = placed.map((u) => current[u.key]!);
    const faults = misfits(wall, placed, standings);
    const placing =
      placed.length === units.length ? placingOf(wall, units, standings, usualPlacing.clear) : undefined;
    return { placed, standings, faults, placing };
  }, [wall, units, current]);
}

/**
 * A layout while it is worked on: where units stand and pipes are led, as kept and as moved here, and what
 * follows from it. `wall` is the wall with what is led by hand. Every move is kept when it ends; what was
 * refused stays on the screen, to be kept again.
 */
export function useLayout(of: {
  readonly jobId: string;
  readonly wall: Wall;
  readonly units: readonly WallUnit[];
  readonly places: Places;
  readonly held: Held;
  readonly seen: number;
  /** What a pipe or a unit is called in the job's history. */
  readonly nameOf: (key: string) => string;
}) {
  const { keep, say, busy } = useKept(of.jobId, of.seen);
  const units = useMoved(of.places, samePlace);
  const { current: held, move: lead } = useMoved(of.held, samePoint);
  const surveyed = of.wall;
  const wall = useMemo(() => ({ ...surveyed, held }), [surveyed, held]);
  const standing = useStanding(wall, of.units, units.current);
  const pipe = (target: string) => `the pipe to ${of.nameOf(target)}`;
  return {
    wall,
    current: units.current,
    ...standing,
    keep,
    say,
    busy,
    move: units.move,
    put: (key: string, to: Standing) => {
      units.move(key, to);
      void keep({ [key]: to }, `${of.nameOf(key)} moved`);
    },
    lead,
    letGo: (target: string, through: Point) => {
      lead(target, through);
      void keep({}, `${pipe(target)} led by hand`, { held: { [target]: through } });
    },
    free: (target: string) => {
      lead(target, undefined);
      void keep({}, `${pipe(target)} finds its own way`, { freed: [target] });
    },
    /** Puts every unit in a new place, with all pipes on their own ways. */
    putAll: async (places: Places, what: string) => {
      for (const [key, to] of Object.entries(places)) units.move(key, to);
      const freed = Object.keys(held);
      for (const target of freed) lead(target, undefined);
      await keep(places, what, freed.length > 0 ? { freed } : {});
    },
  };
}
