import { describe, expect, it } from "vitest";
import { z } from "@/core/zod";

const said = (schema: z.ZodType, value: unknown) => schema.safeParse(value).error!.issues[0]!.message;

describe("what is refused", () => {
  it.each([
    [z.number(), Number.NaN, "Write a number, for example 2.5"],
    [z.number(), "x", "Write a number, for example 2.5"],
    [z.int(), 1.5, "Write a whole number, for example 3"],
    [z.number(), undefined, "Fill this in"],
    [z.string().min(1), "", "Fill this in"],
    [z.string().max(3), "long", "At most 3 characters"],
    [z.number().min(2), 1, "At least 2"],
    [z.number().gt(0), 0, "More than 0"],
    [z.number().max(2000), 2001, "At most 2,000"],
    [z.array(z.string()).min(1), [], "At least 1 of them"],
    [z.enum(["us", "metric"]), "old", "Choose one of these: us, metric"],
    [z.email(), "x", "Write an e-mail address, for example name@place.example"],
    [z.boolean(), 3, "Answer yes or no"],
    [z.strictObject({}), { a: 1 }, "Nobody asks for a here"],
    [z.string().regex(/^a/), "b", "This is written in a way that cannot be read"],
    [z.object({}), 4, "This could not be read"],
  ] as const)("is said in Brant's words, %#", (schema, value, words) => {
    expect(said(schema, value)).toBe(words);
  });

  it("keeps the words that a schema has of its own", () => {
    expect(said(z.string().min(3, "Say why"), "x")).toBe("Say why");
  });
});
