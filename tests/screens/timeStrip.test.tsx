import { render, screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { TimeStrip, type StripBar } from "@/ui/TimeStrip";

vi.mock("next/link", () => ({
  default: ({ prefetch: _, ...props }: React.ComponentProps<"a"> & { prefetch?: boolean }) => (
    <a {...props} />
  ),
  useLinkStatus: () => ({ pending: false }),
}));

const zone = "Europe/Amsterdam";
const hour = 3_600_000;
/** Six in the morning in Amsterdam. */
const six = Date.UTC(2026, 10, 25, 5);
const at = (h: number) => six + (h - 6) * hour;
const bar = (over: Partial<StripBar>): StripBar => ({
  key: "b",
  href: "/jobs/1/run",
  title: "Pell Lane bakery",
  detail: "Soak CT-1354",
  kind: "soak",
  from: at(8),
  to: at(10),
  paused: false,
  ...over,
});
const shown = (bars: readonly StripBar[], now = at(12)) =>
  render(<TimeStrip bars={bars} from={six} to={at(18)} now={now} zone={zone} />);
/** Where the bar itself stands, in per cent of the strip. */
const placed = () => {
  const { left, width } = within(screen.getByRole("list"))
    .getByRole("link")
    .querySelector<HTMLElement>("span.border")!.style;
  return [parseFloat(left), parseFloat(width)];
};
const onWide = () => screen.getByRole("link").querySelector<HTMLElement>("span[aria-hidden] > span")!;

describe("the strip of a day", () => {
  it("says so when nothing runs", () => {
    shown([]);
    expect(screen.getByRole("listitem").textContent).toMatch(/^Nothing runs today/);
  });

  it("counts every second hour in the company's zone", () => {
    shown([]);
    const figures = [...document.querySelectorAll("[data-strip] > div > span > span")].map(
      (x) => x.textContent,
    );
    expect(figures).toEqual(["06", "08", "10", "12", "14", "16"]);
  });

  it("places a bar by its hours", () => {
    shown([bar({ from: at(9), to: at(12) })]);
    expect(placed()).toEqual([25, 25]);
  });

  it("cuts off what was before and will be after, and shows even a moment", () => {
    shown([bar({ from: at(2), to: at(30) })]);
    expect(placed()).toEqual([0, 100]);
    document.body.innerHTML = "";
    shown([bar({ from: at(9), to: at(9) })]);
    expect(placed()).toEqual([25, 0.6]);
  });

  it("says its hours to who cannot see them, with the day where it ends on another", () => {
    shown([bar({ from: at(8), to: at(10) })]);
    expect(screen.getByRole("link").textContent).toContain("08:00 to 10:00");
    document.body.innerHTML = "";
    shown([bar({ from: at(8), to: at(32) })]);
    expect(screen.getByRole("link").textContent).toMatch(/08:00 to .*Thu/);
  });

  it.each([
    ["soak", {}, /wet-bar/],
    ["flow", { paused: true }, /wet-bar.*opacity/],
    ["off", {}, /dashed/],
    ["visit", {}, /bg-ink/],
  ] as const)("draws %s %o by what it is", (kind, over, look) => {
    shown([bar({ kind, ...over })]);
    expect(screen.getByRole("link").querySelector("span.border")!.className).toMatch(look);
  });

  it("draws a visit that is still to come hollow", () => {
    shown([bar({ kind: "visit", from: at(14), to: at(16) })]);
    expect(screen.getByRole("link").querySelector("span.border")!.className).not.toMatch(/bg-ink/);
  });

  it("writes inside a long bar, after a short one, and before one beyond the middle", () => {
    shown([bar({ from: at(7), to: at(13) })]);
    expect(onWide().parentElement!.style.maxWidth).toContain("calc(50% - 12px)");
    document.body.innerHTML = "";
    shown([bar({ from: at(8), to: at(10) })]);
    expect(onWide().parentElement!.style.left).toMatch(/^calc\(33\.3/);
    document.body.innerHTML = "";
    shown([bar({ from: at(15), to: at(17) })]);
    expect(onWide().parentElement!.style.right).toBe("calc(25% + 6px)");
  });

  it("hangs the present at its hour, and nowhere on another day", () => {
    shown([], at(12));
    expect(document.querySelector("[data-strip]")!.textContent).toContain("12:00");
    const plumb = document.querySelector<HTMLElement>("[data-strip] > .pointer-events-none")!;
    expect(plumb.style.left).toBe("50%");
    document.body.innerHTML = "";
    shown([], at(19));
    expect(document.querySelector("[data-strip] > .pointer-events-none")).toBeNull();
  });
});
