import type { Rig, RigState } from "@/core/rig";
import type { Drawing } from "./drawn";
import { shapesOf, type Ink } from "./shapes";

const inks: Readonly<Record<Ink, string>> = {
  ink: "#1c2a30",
  soft: "#55626a",
  hair: "#d6ccb9",
  paper: "#ffffff",
  water: "#0f6868",
  check: "#865000",
  stop: "#a3261d",
  tint: "#dfeae5",
};
const escaped = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll('"', "&quot;");

/** The rig as a drawing of its own, to take away. */
export function rigSvg(drawing: Drawing, rig: Rig, state: RigState): string {
  const marks = shapesOf(drawing, rig, state).map(
    (g) =>
      `<g>${g.shapes
        .map((s) =>
          s.is === "path"
            ? `<path d="${s.d}" fill="${s.fill ? inks[s.fill] : "none"}"${s.stroke ? ` stroke="${inks[s.stroke]}" stroke-width="${s.width ?? 1}"` : ""}${s.dash ? ` stroke-dasharray="${s.dash}"` : ""}/>`
            : `<text x="${s.x}" y="${s.y}" font-size="${s.size}"${s.bold ? ' font-weight="700"' : ""} fill="${inks[s.ink ?? "ink"]}"${s.anchor ? ` text-anchor="${s.anchor}"` : ""}>${escaped(s.text)}</text>`,
        )
        .join("")}</g>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${Math.ceil(drawing.width)} ${Math.ceil(drawing.height)}" font-family="sans-serif"><rect width="100%" height="100%" fill="#ffffff"/>\n${marks.join("\n")}\n</svg>\n`;
}
