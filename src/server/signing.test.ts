import { afterEach, describe, expect, it, vi } from "vitest";
import { signedPart } from "@/core/record";
import { isSignedBy, ownPublicKey, signedHere } from "./signing";

const file = {
  id: "01J00000000000000000000001",
  sha256: "a".repeat(64),
  mime: "image/png",
  base64: "",
} as const;
const bundle = { job: "01J00000000000000000000000", head: "b".repeat(64), files: [file] };
const secretOf = (n: number) => vi.stubEnv("BRANT_SECRET", `${n}`.repeat(40));
afterEach(() => vi.unstubAllEnvs());

describe("a bundle's signature", () => {
  it("is that of whoever holds the secret, and fits nothing else", () => {
    secretOf(1);
    const signature = signedHere(signedPart(bundle));
    expect(signature.publicKey).toBe(ownPublicKey());
    expect(isSignedBy(signedPart(bundle), signature)).toBe(true);
    for (const changed of [
      { ...bundle, head: "c".repeat(64) },
      { ...bundle, job: "01J00000000000000000000009" },
      { ...bundle, files: [] },
      { ...bundle, files: [{ ...file, sha256: "d".repeat(64) }] },
    ])
      expect(isSignedBy(signedPart(changed), signature)).toBe(false);
    // What a file holds is in its hash; a copy without it carries the same signature.
    const full = { ...bundle, files: [{ ...file, base64: "aGVsbG8=" }] };
    expect(signedPart(full)).toBe(signedPart(bundle));
  });

  it("of one company is not that of another", () => {
    secretOf(1);
    const [mine, key] = [signedHere(signedPart(bundle)), ownPublicKey()];
    secretOf(2);
    expect(ownPublicKey()).not.toBe(key);
    expect(isSignedBy(signedPart(bundle), { ...mine, publicKey: ownPublicKey() })).toBe(false);
    expect(isSignedBy(signedPart(bundle), mine)).toBe(true);
  });

  it("needs a secret that nobody guesses", () => {
    vi.stubEnv("BRANT_SECRET", "short");
    expect(() => ownPublicKey()).toThrow(/too short/);
  });
});
