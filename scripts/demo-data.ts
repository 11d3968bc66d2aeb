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
const PHONE = "+00 555 0100";
const ADDRESS = "Ferry Landing 1";
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
/** What a demo job's photos show: a wall with three housings in a line, drawn. */
const view = async () =>
  withHash(
    await sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600"><rect width="800" height="600" fill="#cfd4cf"/><rect y="470" width="800" height="130" fill="#8d8a80"/><path d="M0 170H800" stroke="#b0744a" stroke-width="18"/>${[190, 370, 550].map((x) => `<rect x="${x - 12}" y="140" width="104" height="60" rx="6" fill="#26343a"/><rect x="${x}" y="200" width="80" height="200" rx="20" fill="#e8ecee" stroke="#8a979c" stroke-width="4"/>`).join("")}<circle cx="90" cy="170" r="26" fill="#b8322a"/><circle cx="710" cy="170" r="26" fill="#b8322a"/></svg>`,
      ),
    )
      .jpeg({ quality: 80 })
      .toBuffer(),
  );
const knowledge = knowledgeWith();
const zone = "Europe/Amsterdam";
const paper: Making["paper"] = async (job, at, pictures) =>
  withHash(
    await record({
      job,
      signatures: pictures,
      zone,
      company: COMPANY,
      reached: { phone: PHONE, line: `${PHONE} · ${ADDRESS}` },
      catalogue: {},
      profile: "us",
      paper: "LETTER",
      printed: at,
      photos: pictures,
    }),
  );
const { logs, files } = await demoJobs(
  knowledge,
  now,
  zone,
  { imke: actor(0), tobias: actor(1), adaeze: actor(2) },
  { view, signature, paper },
);
await saveCompany(
  db,
  {
    name: COMPANY,
    phone: PHONE,
    address: ADDRESS,
    licence: "",
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
    anchors: {},
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
