import { createPrivateKey, createPublicKey, hkdfSync, sign, verify } from "node:crypto";
import type { BundleSignature } from "@/core/record";
import { env } from "./env";

/** Beginnings of a private and a public Ed25519 key as DER has them (RFC 8410); 32 bytes follow. */
const PRIVATE = Buffer.from("302e020100300506032b657004220420", "hex");
const PUBLIC = Buffer.from("302a300506032b6570032100", "hex");

/**
 * The key that this Brant signs bundles with. It follows from the secret, so that every instance of a
 * company has the same and none has to be kept.
 */
function ownKey() {
  const seed = Buffer.from(hkdfSync("sha256", env.secret(), "", "brant bundle signature", 32));
  return createPrivateKey({ key: Buffer.concat([PRIVATE, seed]), format: "der", type: "pkcs8" });
}

/** The public half of this Brant's key, base64. */
export const ownPublicKey = (): string =>
  createPublicKey(ownKey())
    .export({ format: "der", type: "spki" })
    .subarray(PUBLIC.length)
    .toString("base64");

/** This Brant's signature of a text. */
export const signedHere = (text: string): BundleSignature => ({
  publicKey: ownPublicKey(),
  value: sign(null, Buffer.from(text), ownKey()).toString("base64"),
});

/** Is a signature that of its key over a text. */
export function isSignedBy(text: string, { publicKey, value }: BundleSignature): boolean {
  const key = createPublicKey({
    key: Buffer.concat([PUBLIC, Buffer.from(publicKey, "base64")]),
    format: "der",
    type: "spki",
  });
  return verify(null, Buffer.from(text), key, Buffer.from(value, "base64"));
}
