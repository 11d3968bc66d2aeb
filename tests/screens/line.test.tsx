import { fireEvent, render, screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { Line } from "@/ui/line/Line";
import { LineAcross } from "@/ui/line/LineAcross";
import type { LineStation } from "@/ui/line/station";

vi.mock("next/link", async () => {
  const { forwardRef } = await import("react");
  return {
    default: forwardRef<HTMLAnchorElement, React.ComponentProps<"a"> & { prefetch?: boolean }>(
      function PlainLink({ prefetch: _, ...props }, ref) {
        return <a ref={ref} {...props} />;
      },
    ),
    useLinkStatus: () => ({ pending: false }),
  };
});

const station = (over: Partial<LineStation> & Pick<LineStation, "key">): LineStation => ({
  name: over.key,
  shape: "vessel",
  branch: false,
  markIn: "raw",
  markOut: "raw",
  href: `/jobs/1/train?at=${over.key}`,
  ...over,
});
/** Main, carbon tank, softener, an RO on a branch, house. */
const stations: readonly LineStation[] = [
  station({ key: "main", name: "Main", shape: "main", pressure: "58 psi" }),
  station({
    key: "a",
    name: "CT-1354",
    markOut: "filtered",
    level: "Check",
    line: "13.7 gpm/ft² at peak; 10 gpm/ft² is Good",
  }),
  station({ key: "b", name: "SF-150", markIn: "filtered", markOut: "softened", level: "Good" }),
  station({
    key: "c",
    name: "RO-T5",
    shape: "membrane",
    branch: true,
    markIn: "softened",
    markOut: "permeate",
  }),
  station({ key: "house", name: "House", shape: "house", markIn: "softened", markOut: "softened" }),
];
/** What a stretch of pipe is painted with, from the main on. */
const paints = (drawing: string) =>
  [...document.querySelectorAll("svg rect[fill^='url(']")].map((r) =>
    r.getAttribute("fill")!.replace(`url(#${drawing}-`, "").replace(")", ""),
  );

describe("the Line on a wide screen", () => {
  const shown = (active?: string) =>
    render(<Line stations={stations} active={active} label="Line of the job" />);

  it("paints each stretch with the water in it; a branch leaves the house's water as it is", () => {
    shown();
    // The stretch above the main comes last in the drawing.
    expect(paints("down")).toEqual(["raw", "filtered", "softened", "softened", "raw"]);
  });

  it("says in words what its marks mean: the verdict, the branch, and the water there", () => {
    shown();
    const words = screen.getAllByRole("link").map((a) => a.textContent);
    expect(words[0]).toBe("Mainwater here: raw58 psi");
    expect(words[1]).toBe("CT-1354Check: 13.7 gpm/ft² at peak; 10 gpm/ft² is Goodwater here: filtered");
    expect(words[3]).toContain("on a branch, water here: permeate");
  });

  it("marks the station that is open, and leads to each of them", () => {
    shown("b");
    const current = screen.getAllByRole("link").filter((a) => a.getAttribute("aria-current") === "true");
    expect(current.map((a) => a.getAttribute("href"))).toEqual(["/jobs/1/train?at=b"]);
    expect(screen.getByRole("link", { name: /RO-T5/ }).getAttribute("href")).toBe("/jobs/1/train?at=c");
  });

  it("shows a station that leads nowhere as words", () => {
    render(<Line stations={[station({ key: "main", name: "Main", href: undefined })]} label="Line" />);
    expect(screen.queryByRole("link")).toBeNull();
    expect(screen.getByText("Main")).toBeTruthy();
  });

  it("is gone along by the arrow keys, and stays at its ends", () => {
    shown();
    const links = screen.getAllByRole("link");
    links[0]!.focus();
    fireEvent.keyDown(links[0]!, { key: "ArrowDown" });
    expect(document.activeElement).toBe(links[1]);
    fireEvent.keyDown(links[1]!, { key: "ArrowUp" });
    fireEvent.keyDown(links[0]!, { key: "ArrowUp" });
    expect(document.activeElement).toBe(links[0]);
  });

  it("draws how far a soak has come, and only while there is one", () => {
    const soaking = (soaked?: number) => {
      document.body.innerHTML = "";
      render(<Line stations={[station({ key: "a", soaked }), station({ key: "b" })]} label="Line" />);
      return document.querySelector("path[opacity]")?.getAttribute("d");
    };
    expect(soaking()).toBeUndefined();
    expect(soaking(0.5)).toBe("M76 56h32v18q0 6 -6 6h-20q-6 0 -6 -6z");
    expect(soaking(1)).toBe("M76 32h32v42q0 6 -6 6h-20q-6 0 -6 -6z");
  });
});

describe("the Line on a phone", () => {
  it("says the verdict of a station behind its name", () => {
    render(<LineAcross stations={stations} label="Line of the job" />);
    const line = screen.getByRole("navigation", { name: "Line of the job" });
    expect(within(line).getByRole("link", { name: "CT-1354, Check" })).toBeTruthy();
    expect(within(line).getByRole("link", { name: "Main" })).toBeTruthy();
  });

  it("paints a branch with the water that it takes", () => {
    render(<LineAcross stations={stations} label="Line" />);
    expect(paints("across")).toEqual(["raw", "filtered", "softened", "softened", "softened"]);
  });

  it("marks the station that is open", () => {
    render(<LineAcross stations={stations} active="house" label="Line" />);
    expect(screen.getByRole("link", { name: "House" }).getAttribute("aria-current")).toBe("true");
  });
});
