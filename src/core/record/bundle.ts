import { z } from "../zod";
import { canonicalJson } from "./chain";
import type { Entry } from "../log/entry";
import { hashSchema, type FileUse, keptSchemas, logKinds, ulidSchema } from "../log";

const entryShape = z.strictObject({
  v: z.literal(1),
  job: ulidSchema,
  seq: z.number().int().positive(),
  id: ulidSchema,
  kind: z.enum(logKinds.map((k) => k.kind)),
  at: z.iso.datetime(),
  received: z.iso.datetime(),
  by: z.strictObject({
    id: z.string().max(60),
    name: z.string().max(120),
    role: z.enum(["owner", "planner", "installer", "apprentice"]),
  }),
  data: z.record(z.string(), z.unknown()),
  previous: hashSchema,
  hash: hashSchema,
});

/** One entry of a log, checked down to its contents. */
export const entrySchema = entryShape.superRefine((e, ctx) => {
  const parsed = keptSchemas[e.kind]!.safeParse(e.data);
  if (!parsed.success)
    ctx.addIssue({
      code: "custom",
      path: ["data", ...parsed.error.issues[0]!.path],
      message: parsed.error.issues[0]!.message,
    });
});

const fileShape = z.strictObject({
  id: ulidSchema,
  sha256: hashSchema,
  mime: z.enum(["image/jpeg", "image/png", "application/pdf"]),
  base64: z.string().max(24_000_000),
});

/** By whom a bundle is signed: Ed25519 over `signedPart`, key and value in base64. */
const signatureShape = z.strictObject({
  publicKey: z.string().regex(/^[A-Za-z0-9+/]{43}=$/, "no Ed25519 key in base64"),
  value: z.string().regex(/^[A-Za-z0-9+/]{86}==$/, "no Ed25519 signature in base64"),
});
export type BundleSignature = z.infer<typeof signatureShape>;

const envelope = {
  brant: z.literal(1),
  job: ulidSchema,
  head: hashSchema,
  files: z.array(fileShape).max(2000),
  signature: signatureShape.optional(),
};
/**
 * A job as it travels between Brants: its entries in the very form they are hashed in, its files, and who
 * signed it.
 */
export const bundleSchema = z.strictObject({
  ...envelope,
  entries: z.array(entrySchema).min(1).max(20_000),
});
export type Bundle = z.infer<typeof bundleSchema>;

/** A bundle whose schema, chain and files hold; whether its signature does is asked of `signed`. */
export interface CheckedBundle extends Pick<Bundle, "job" | "head"> {
  readonly entries: readonly Entry[];
  readonly contents: readonly {
    readonly id: string;
    readonly use: FileUse;
    readonly content: Uint8Array;
  }[];
  readonly signed: Pick<Bundle, "files" | "signature">;
}

/** What a bundle's signature is over, as canonical JSON: the head stands for every entry, hashes for the files. */
export const signedPart = ({ job, head, files }: Pick<Bundle, "job" | "head" | "files">): string =>
  canonicalJson({ brant: 1, job, head, files: files.map(({ id, sha256 }) => ({ id, sha256 })) });

/** The bundle's JSON Schema, as published at /schema: the envelope, and the contents of each kind under `$defs`. */
export function bundleJsonSchema(): Readonly<Record<string, unknown>> {
  const shape = z.toJSONSchema(z.strictObject({ ...envelope, entries: z.array(entryShape).min(1) }));
  return {
    ...shape,
    title: "Brant job bundle",
    description:
      "hash = lower-case hex SHA-256 of the UTF-8 bytes of the entry's canonical JSON (RFC 8785) without `hash` itself; previous = the hash before it, 64 zeros for the first; seq from 1 without gaps. signature.value = Ed25519 over the UTF-8 bytes of the canonical JSON of {brant, job, head, files: [{id, sha256}]}, files in the bundle's order.",
    $defs: Object.fromEntries(Object.entries(keptSchemas).map(([kind, s]) => [kind, z.toJSONSchema(s)])),
  };
}

/** How deep a JSON value nests; stops counting at `most`. */
export function nestingUpTo(text: string, most: number): number {
  let depth = 0;
  let deepest = 0;
  let inString = false;
  for (let i = 0; i < text.length; i += 1) {
    const c = text[i];
    if (inString) {
      if (c === "\\") i += 1;
      else if (c === '"') inString = false;
      continue;
    }
    if (c === '"') inString = true;
    else if (c === "{" || c === "[") {
      depth += 1;
      deepest = Math.max(deepest, depth);
      if (deepest > most) return deepest;
    } else if (c === "}" || c === "]") depth -= 1;
  }
  return deepest;
}
