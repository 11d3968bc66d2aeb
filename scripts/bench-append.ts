// Appending a log entry (read head, decide, two writes, one transaction) against a raw insert in one
// transaction over the same driver.
import type { Draft, Intent } from "../src/core/log";
import { createPool } from "mysql2/promise";
import { ulid } from "ulid";
import { knowledgeWith } from "../src/catalogue/knowledge";
import { decide } from "../src/core/record";
import { databaseOn, poolFor } from "../src/data/database";
import { appendEntry, fingerprintOf } from "../src/data/queries/jobs";

const rounds = Number(process.argv[2] ?? 400);
const pool = poolFor(process.env.DATABASE_URL!, 4);
const db = databaseOn(pool);
const raw = createPool({ uri: process.env.DATABASE_OWNER_URL!, connectionLimit: 4 });
await raw.query(
  "create table if not exists bench_raw (job_id char(26) not null, seq int not null, id char(26) not null, kind varchar(32) not null, entry longtext not null, hash char(64) not null, primary key (job_id, seq), unique key (id))",
);
await raw.query("truncate table bench_raw");
const knowledge = knowledgeWith();
const settings = () => ({ knowledge, profile: "us" as const, now: Date.now() });
const by = { id: "bench", name: "Bench", role: "planner" } as const;
const job = ulid();
const send = (intent: Intent) =>
  appendEntry(
    db,
    job,
    { id: intent.id, fingerprint: fingerprintOf(intent, by.id) },
    (state) => {
      const now = Date.now();
      const decision = decide(state, intent, now, knowledge);
      if (!decision.ok) return { refusal: decision.error };
      const at = new Date(now).toISOString();
      return { draft: { id: intent.id, at, received: at, by, ...decision.entry } as Draft };
    },
    settings(),
  );
await send({ kind: "jobOpened", id: ulid(), name: "Bench", place: "Bench", about: "" });
const filler = "x".repeat(420);
const rawInsert = async (n: number) => {
  const c = await raw.getConnection();
  try {
    await c.beginTransaction();
    await c.execute("insert into bench_raw values (?,?,?,?,?,?)", [
      job,
      n,
      ulid(),
      "surveyAnswered",
      filler,
      "0".repeat(64),
    ]);
    await c.commit();
  } finally {
    c.release();
  }
};
const times = { raw: [] as number[], append: [] as number[] };
for (let n = 0; n < rounds; n += 1) {
  const a = performance.now();
  await rawInsert(n);
  const b = performance.now();
  await send({
    kind: "surveyAnswered",
    id: ulid(),
    field: "source.static",
    text: `${40 + (n % 20)} psi`,
    profile: "us",
  });
  const c = performance.now();
  if (n >= 40) {
    times.raw.push(b - a);
    times.append.push(c - b);
  }
}
const median = (list: number[]) => [...list].sort((x, y) => x - y)[Math.floor(list.length / 2)]!;
console.log(JSON.stringify({ raw: median(times.raw), append: median(times.append) }));
await raw.query("drop table bench_raw");
await raw.end();
pool.end();
