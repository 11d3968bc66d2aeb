// npm run demo: everything from an empty machine to a running Brant. `-- --fresh` begins anew.
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { explain, Plain, root, run } from "./machine.mjs";
import { stopDatabase } from "./database.mjs";
import { ANCHORS, serveBrant } from "./serving.mjs";

const folder = join(root, ".brant");
const fresh = process.argv.includes("--fresh");
/** Grows when logs of an earlier build can no longer be read. */
const DATA_VERSION = "2";
const dataVersion = join(folder, "data-version");

/** A demo that an earlier build made is refused in words, and left as it is. */
function checkDataVersion() {
  const made = existsSync(join(folder, "mariadb"));
  const version = existsSync(dataVersion) ? readFileSync(dataVersion, "utf8").trim() : "1";
  if (made && version !== DATA_VERSION)
    throw new Plain(
      "This demo was made by an earlier build and can no longer be read. Make it anew, what was entered in it is lost: npm run demo -- --fresh",
    );
  writeFileSync(dataVersion, `${DATA_VERSION}\n`);
}

/** Before anything is changed: a database of somebody's own is none to put a demo into. */
async function ready(outside, say) {
  if (outside) {
    await run("npx", ["tsx", "scripts/demo-only.ts"]);
    return;
  }
  if (fresh) {
    await stopDatabase(folder);
    rmSync(join(folder, "mariadb"), { recursive: true, force: true });
    rmSync(dataVersion, { force: true });
    rmSync(join(folder, ANCHORS), { force: true });
    say("beginning anew");
  }
  checkDataVersion();
}

serveBrant({
  command: "npm run demo",
  folder,
  port: Number(process.env.PORT ?? 4310),
  databasePort: Number(process.env.BRANT_DATABASE_PORT ?? 13306),
  ready,
  data: async (env, say) =>
    say((await run("npx", ["tsx", "scripts/demo-data.ts"], { env })).trim().split("\n").at(-1)),
  greeting: () => `  Imke Vos        planner     imke@saltmarsh.example
  Tobias Rell     installer   tobias@saltmarsh.example
  Adaeze Quill    installer   adaeze@saltmarsh.example
  Sunniva Park    apprentice  sunniva@saltmarsh.example
  Office          owner       office@saltmarsh.example
  Password for all: ${process.env.BRANT_DEMO_PASSWORD ?? "tidal-valley-25"}, field PIN 4721

Ctrl-C stops everything. Times in the demo are relative to its first start: npm run demo -- --fresh makes it new.`,
}).catch(explain);
