// Fills a database with N jobs for the bench: real chains of a few entries, made by the same decisions as
// the application's.
import { knowledgeWith } from "../src/catalogue/knowledge";
import { databaseOn, poolFor } from "../src/data/database";
import { DAY, DemoDesk, HOUR } from "../src/data/demo/desk";
import { personByEmail } from "../src/data/queries/people";
import { importEntries } from "../src/data/queries/jobs";

const count = Number(process.argv[2]);
/** Jobs that are open, however many there are. */
const OPEN = 60;
const pool = poolFor(process.env.DATABASE_URL!, 8);
const db = databaseOn(pool);
const knowledge = knowledgeWith();
const now = Date.now();
const by = { id: "bench", name: "Bench", role: "planner" } as const;
for (let i = 0; i < count; i += 20)
  await Promise.all(
    Array.from({ length: Math.min(20, count - i) }, async (_, k) => {
      const n = i + k;
      const d = new DemoDesk(knowledge, now - (1 + (n % 300)) * DAY, by)
        .open(`Job ${n}`, `Street ${n}`, "bench")
        .survey({ "source.kind": "municipal", "source.static": "58 psi", "water.hardness": "20 gpg" });
      // Visits spread over months, so that a day holds about as many in a large company as the strip can show.
      const from = now + ((n % 200) - 100) * DAY + (n % 8) * HOUR;
      d.do({
        kind: "visitPlanned",
        visit: d.entries[0]!.id,
        from: new Date(from).toISOString(),
        to: new Date(from + HOUR).toISOString(),
        person: { id: "bench", name: "Bench" },
        what: "Visit",
      });
      // Sixty are open: the others were done, as in a company of some years.
      if (n >= OPEN) d.do({ kind: "jobClosed", as: "done", why: "Handed over on paper" });
      await importEntries(db, d.entries, { knowledge, profile: "us", now });
    }),
  );

// A run that has come to its first reading, and an installer who is on it: what their phone fetches for it is counted.
const installer = await personByEmail(db, "tobias@saltmarsh.example");
if (!installer) throw new Error("the demo's people are not here");
const reading = new DemoDesk(knowledge, now - HOUR, by)
  .open("Bench reading", "Bench", "bench")
  .crew({ id: installer.id, name: installer.name, role: "installer" })
  .survey({ "source.kind": "municipal", "source.static": "58 psi", "water.hardness": "20 gpg" })
  .design([{ key: "u1", model: "SF-150", parallel: 1 }], "Softener")
  .sign("Bench")
  .do({ kind: "runStarted" })
  .work("site.pressureBefore", {});
await importEntries(db, reading.entries, { knowledge, profile: "us", now });
pool.end();
