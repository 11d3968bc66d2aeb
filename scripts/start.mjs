// npm start: Brant for one's own company, without any demo data. docs/running.md says what stands around it.
import { randomBytes } from "node:crypto";
import { join, resolve } from "node:path";
import { explain, root, run } from "./machine.mjs";
import { serveBrant } from "./serving.mjs";

/** Opens the company once: whoever reads this console is its first owner. */
const setUpKey = process.env.BRANT_SET_UP_KEY ?? randomBytes(24).toString("base64url");
let hasOwner = false;

const folder = resolve(process.env.BRANT_FOLDER ?? join(root, ".brant-own"));

serveBrant({
  command: "npm start",
  folder,
  port: Number(process.env.PORT ?? 4320),
  databasePort: Number(process.env.BRANT_DATABASE_PORT ?? 13316),
  env: { BRANT_SET_UP_KEY: setUpKey },
  migrating: { BRANT_BACKUPS: process.env.BRANT_BACKUPS ?? join(folder, "backups") },
  ready: async () => {},
  data: async (env, say) => {
    hasOwner = (await run("npx", ["tsx", "scripts/has-people.ts"], { env })).trim().endsWith("yes");
    say(hasOwner ? "the company is open" : "nobody is here yet");
  },
  greeting: (env) =>
    hasOwner
      ? "Ctrl-C stops everything."
      : `  Open your company, once and on this machine's word:
  ${env.BRANT_ORIGIN}/set-up?key=${setUpKey}

Ctrl-C stops everything.`,
}).catch(explain);
