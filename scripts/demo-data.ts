// Loads the demo company into an empty database: chapter 8's people and jobs, alive relative to now.
import { createHash } from "node:crypto";
import sharp from "sharp";
import { ulid } from "ulid";
import { knowledgeWith } from "../src/catalogue/knowledge";
import { defaultSchools } from "../src/catalogue/schools";
import { tapPractice } from "../src/core/water";
import { databaseOn, poolFor } from "../src/data/database";
import { demoJobs, type Making } from "../src/data/demo/jobs";
import { DEMO_DOMAIN, demoPeople } from "../src/data/demo/people";
import { saveCompany } from "../src/data/queries/company";
import { fileRowsIn, mimeOf } from "../src/data/queries/files";
import { importEntries } from "../src/data/queries/jobs";
import { addPerson, hasPeople } from "../src/data/queries/people";
import { fileContent } from "../src/data/schema";
import { hashPassword } from "../src/server/auth";
import { record } from "../src/threads/documents";

const url = process.env.DATABASE_URL;
if (!url) {
  console.error("DATABASE_URL is not set");
  process.exit(2);
}
const pool = poolFor(url, 4);
const db = databaseOn(pool);
if (await hasPeople(db)) {
  console.log("kept");
  pool.end();
  process.exit(0);
}

const now = Date.now();
const password = process.env.BRANT_DEMO_PASSWORD ?? "tidal-valley-25";
const passwordHash = await hashPassword(password);
const pinHash = await hashPassword("4721");
const people = demoPeople.map(({ name, who, role }) => ({
  id: ulid(),
  name,
  email: `${who}@${DEMO_DOMAIN}`,
  role,
}));
const actor = (i: number) => ({ id: people[i]!.id, name: people[i]!.name, role: people[i]!.role });

const COMPANY = "Saltmarsh Water Fitters";
const withHash = (content: Buffer) => ({
  content,
  sha256: createHash("sha256").update(content).digest("hex"),
});
const signature = async (name: string) => {
  const content = await sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="720" height="240"><rect width="720" height="240" fill="#fff"/><path d="M40 150c60-110 90-70 70 0s40 40 80-30 60 60 100 10 90-60 130 0 60-20 220-40" fill="none" stroke="#1c2a30" stroke-width="4"/><text x="40" y="215" font-family="sans-serif" font-size="24">${name}</text></svg>`,
    ),
  )
    .png({ palette: true })
    .toBuffer();
  return withHash(content);
};
const knowledge = knowledgeWith();
const zone = "Europe/Amsterdam";
const paper: Making["paper"] = async (job, at, signatures) =>
  withHash(
    await record({
      job,
      signatures,
      zone,
      company: COMPANY,
      catalogue: {},
      profile: "us",
      paper: "LETTER",
      printed: at,
      photos: {},
    }),
  );
const { logs, files } = await demoJobs(
  knowledge,
  now,
  zone,
  { imke: actor(0), tobias: actor(1), adaeze: actor(2) },
  { signature, paper },
);
await saveCompany(
  db,
  {
    name: COMPANY,
    profile: "us",
    currency: "EUR",
    timeZone: zone,
    waterOffFrom: "09:00",
    waterOffTo: "16:00",
    roDiscards: 2,
    lockAfter: 15,
    secondFactor: false,
    schools: defaultSchools,
    tap: tapPractice,
  },
  0,
  new Date(now),
);
for (const p of people) await addPerson(db, { ...p, passwordHash, pinHash }, new Date(now));
for (const entries of logs) await importEntries(db, entries, { knowledge, profile: "us", now });
for (const { id, job, use, content } of files) {
  await db.insert(fileContent).values({ id, content });
  const row = { id, jobId: job, mime: mimeOf[use], bytes: content.length, sha256: withHash(content).sha256 };
  await fileRowsIn(db, [row], new Date(now));
}
console.log(`loaded ${logs.length} jobs, ${logs.reduce((n, l) => n + l.length, 0)} entries`);
pool.end();
process.exit(0);
