import { describe, expect, it } from "vitest";
import { bundleSchema } from "@/core/record";
import { running, ulidAt } from "./desk";

const job = ulidAt(1);
/** A bundle of a job with a run, one unit of its design changed. */
function bundleWith(unit: Readonly<Record<string, unknown>>): unknown {
  const { entries, job: state } = running();
  const changed = entries.map((e) =>
    e.kind === "designChanged"
      ? { ...e, job, data: { ...e.data, units: e.data.units.map((u) => ({ ...u, ...unit })) } }
      : { ...e, job },
  );
  const bundle = { brant: 1, job, head: state.head, entries: changed, files: [] };
  return JSON.parse(JSON.stringify(bundle));
}
const faultOf = (bundle: unknown) => bundleSchema.safeParse(bundle).error?.issues[0];

describe("a bundle from outside", () => {
  it("is taken as it was made, a run and its rig included", () => {
    expect(faultOf(bundleWith({}))).toBeUndefined();
  });

  it.each([
    [{ parallel: 1e9 }],
    [{ parallel: 1.5 }],
    [{ riseM: 1e6 }],
    [{ saltLbPerFt3: 0 }],
    [{ place: "x".repeat(81) }],
    [{ key: "../../u1" }],
    [{ colour: "blue" }],
  ])("is held to what people may ask for: %j", (unit) => {
    const fault = faultOf(bundleWith(unit));
    expect(fault?.path.slice(2, 4)).toEqual(["data", "units"]);
  });
});
