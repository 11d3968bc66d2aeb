import { bundleJsonSchema } from "@/core/record";
import { ownPublicKey } from "@/server/signing";
import { json } from "@/server/respond";

/**
 * The published schema of the JSON bundle, and the public key that this Brant signs with. Open to anyone:
 * whoever holds a bundle may check it.
 */
export const GET = () =>
  json({ ...bundleJsonSchema(), signsWith: ownPublicKey() }, 200, {
    "cache-control": "public, max-age=3600",
  });
