import type { Knowledge } from "@/core/job";
import { jointsOfTubes, tubeName, tubeNames } from "@/core/fit/tubes";
import { alikeJoints, sealSaid, sizedSaid, type AlikeJoints } from "@/core/plumbing/made";
import { cutSaid } from "@/core/plumbing/named";
import { cutLength } from "@/core/plumbing/cutLength";
import { isCoiled } from "@/core/plumbing/takeOff";
import { once, takeOffGroups, type TakeOffLine } from "@/core/plumbing/takeOffLine";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words";
import type { Cutting } from "@/core/plumbing/cuttings";
import type { Parts } from "./listed";
import { bought, groupWords, pipeName, usedAt } from "./words";

interface PaperRow {
  readonly id: string;
  readonly amount: string;
  readonly what: string;
}
/**
 * The list of parts as texts, for a sheet that is ticked by hand: what to bring, what is cut, and how
 * joints are made.
 */
export interface PartsTexts {
  readonly groups: readonly { readonly title: string; readonly rows: readonly PaperRow[] }[];
  readonly cuts: readonly { readonly pipe: string; readonly lines: readonly string[] }[];
  readonly joints: readonly {
    readonly title: string;
    readonly rows: readonly { readonly id: string; readonly made: string; readonly how: string }[];
  }[];
}

function amountOf(line: TakeOffLine, profile: UnitSystem): string {
  if (once.has(line.group) && line.unit === "pieces") return "";
  if (line.count === undefined) return "Unknown";
  return line.unit === "mm" ? bought(line.count, profile) : String(line.count);
}

/** A line by its name; a tool with the work that it is used at. */
function whatSaid(line: TakeOffLine, built: Parts["built"], names: Parts["names"]): string {
  const used = usedAt(line, built, names);
  return used ? `${line.what}: ${used}` : line.what;
}

/** How a pipe is cut, stick by stick, and every piece by its way. */
function cutOf({ piping, pieces, list }: Cutting, names: Parts["names"], profile: UnitSystem) {
  const said = (mm: number) => cutSaid(mm, profile);
  const sticks = (list?.bars ?? []).map(
    (bar, i) =>
      `${bar.isNew ? "Stick" : "Offcut"} ${i + 1}, ${said(bar.length)}: ${bar.pieces.map(said).join(", ")}; ${said(bar.remainder)} left`,
  );
  const coil = isCoiled(piping) ? ["Off the coil, with a twentieth for waste"] : [];
  const runs = [...new Set(pieces.map((p) => p.run))].map((run) => {
    const own = pieces.filter((p) => p.run === run);
    const each = own.map((p) => `${said(cutLength(p))}${p.onSite ? " (measured on site)" : ""}`);
    return `${names.number(run)} ${names.run(run)}: ${each.join(", ")}`;
  });
  return { pipe: pipeName(piping), lines: [...sticks, ...coil, ...runs] };
}

/** What tubes are cut to, each by where it leads. */
function tubesCut({ tubes }: Parts["tubing"], profile: UnitSystem): PartsTexts["cuts"] {
  if (tubes.length === 0) return [];
  const lines = tubes.map((tube, i) => {
    const length = tube.lengthMm === undefined ? "length unknown" : cutSaid(tube.lengthMm, profile);
    return `${i + 1} ${tubeName(tube)}, from ${tube.from.name} to ${tube.to.name}: ${length}`;
  });
  return [{ pipe: "tubes", lines }];
}

const jointRow = (alike: AlikeJoints, profile: UnitSystem) => ({
  id: alike.joints[0]!.id,
  made: `${alike.joints.length} × ${sizedSaid(alike)}`,
  how: [sealSaid(alike), saidIn(alike.tightening, profile), alike.tool].filter(Boolean).join("; "),
});

/** A job's list of parts as texts in one unit system. */
export function partsTexts(
  { lines, cuttings, built, names, tubing }: Parts,
  { joints }: Pick<Knowledge, "joints">,
  profile: UnitSystem,
): PartsTexts {
  const placed = (where: "bench" | "wall") =>
    alikeJoints(
      built.joints.filter((j) => j.where === where),
      joints,
      () => names,
    ).map((alike) => jointRow(alike, profile));
  return {
    groups: takeOffGroups.flatMap((group) => {
      const rows = lines
        .filter((l) => l.group === group)
        .map((l) => ({ id: l.id, amount: amountOf(l, profile), what: whatSaid(l, built, names) }));
      return rows.length > 0 ? [{ title: groupWords[group], rows }] : [];
    }),
    cuts: [...cuttings.map((c) => cutOf(c, names, profile)), ...tubesCut(tubing, profile)],
    joints: [
      { title: "Joints at the bench", rows: placed("bench") },
      { title: "Joints on the wall", rows: placed("wall") },
      {
        title: "Joints of tubes",
        rows: alikeJoints([...jointsOfTubes(tubing).values()].flat(), joints, () => tubeNames(tubing)).map(
          (alike) => jointRow(alike, profile),
        ),
      },
    ].filter(({ rows }) => rows.length > 0),
  };
}
