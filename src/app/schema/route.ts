import { bundleJsonSchema } from "@/core/record";
import { json } from "@/server/respond";

/** The published schema of the JSON bundle. Open to anyone: whoever holds a bundle may check it. */
export const GET = () => json(bundleJsonSchema(), 200, { "cache-control": "public, max-age=3600" });
