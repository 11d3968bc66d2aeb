import { describe, expect, it } from "vitest";
import { inSentence } from "./inSentence";

describe("inSentence", () => {
  it.each([
    ["Total hardness", "total hardness"],
    ["A booster pump", "a booster pump"],
    ["pH", "pH"],
    ["UV transmittance", "UV transmittance"],
    ["RO at the drinking tap", "RO at the drinking tap"],
    ["E. coli", "E. coli"],
    ["", ""],
  ])("%s", (text, wanted) => expect(inSentence(text)).toBe(wanted));
});
