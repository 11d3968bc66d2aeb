import { describe, expect, it } from "vitest";
import { costOf } from "@/core/plumbing/takeOff";
import type { TakeOffLine } from "@/core/plumbing/takeOffLine";

const line = (group: TakeOffLine["group"], price?: number, count = 2) =>
  ({ group, count, price }) as TakeOffLine;

describe("what a list costs", () => {
  it("is the sum of what has a price, with how many lines that is and how many have none", () => {
    expect(costOf([line("pipe", 4), line("pipe", 1.5, 4), line("pipe")])).toEqual({
      price: 14,
      priced: 2,
      unpriced: 1,
    });
  });

  it("is not known of a list without prices: none of its lines is counted as free", () => {
    expect(costOf([line("pipe"), line("units")])).toMatchObject({ priced: 0, unpriced: 2 });
  });

  it("leaves out tools and what is there on site, which nobody buys for the job", () => {
    expect(costOf([line("tools", 90), line("site")])).toEqual({ price: 0, priced: 0, unpriced: 0 });
  });
});
