import type { Draft, Entry } from "@/core/log";
import { createHash } from "node:crypto";
import { spawnSync } from "node:child_process";
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { eq, sql } from "drizzle-orm";
import { createConnection } from "mysql2/promise";
import { ulid } from "ulid";
import { afterAll, describe, expect, it, vi } from "vitest";
import { emptyHead, seal, verifyChain, type Head } from "@/core/record";
import { atOnce, errno, MOVED, mustHaveChanged } from "@/data/database";
import { allAnchors } from "@/data/queries/anchors";
import { appendEntry, importEntries, jobEntries, loadJob } from "@/data/queries/jobs";
import { jobsFound } from "@/data/queries/finding";
import { jobsOf } from "@/data/queries/jobList";
import { todayOf } from "@/data/queries/today";
import { job, jobLog } from "@/data/schema";
import { keepFile } from "@/server/files";
import { asOwner, imke, knowledge, needed, open, send } from "./setting";

const sha256 = (text: string) => createHash("sha256").update(text).digest("hex");
const tsx = (script: string, args: string[], env: Record<string, string> = {}) =>
  spawnSync(process.execPath, ["--import", "tsx", script, ...args], {
    env: { ...process.env, ...env },
    encoding: "utf8",
    cwd: process.cwd(),
  });
const { db, close } = open();
afterAll(() => close());

async function newJob(name = "Pell Lane bakery"): Promise<string> {
  const id = ulid();
  const outcome = await send(db, id, { kind: "jobOpened", name, place: "Mill house", about: "" });
  expect(outcome.ok).toBe(true);
  return id;
}
const answer = (id: string, text: string, intent = ulid()) =>
  send(db, id, { kind: "surveyAnswered", field: "source.static", text, profile: "us" }, intent);

describe("the log in the database", () => {
  it("keeps a job as a chain from which it is read back", async () => {
    const id = await newJob();
    await answer(id, "58 psi");
    const entries = await jobEntries(db, id);
    expect(verifyChain(entries, sha256, id)).toEqual([]);
    expect((await loadJob(db, id))?.answers["source.static"]?.text).toBe("58 psi");
    const [row] = await db.select().from(job).where(eq(job.id, id));
    expect(row).toMatchObject({ name: "Pell Lane bakery", seq: 2, head: entries[1]!.hash, phase: "site" });
  });

  it("writes a repeated intent once", async () => {
    const id = await newJob();
    const intent = ulid();
    expect(await answer(id, "58 psi", intent)).toMatchObject({ ok: true, repeated: false });
    expect(await answer(id, "58 psi", intent)).toMatchObject({
      ok: true,
      repeated: true,
      entry: { id: intent, kind: "surveyAnswered" },
    });
    expect(await jobEntries(db, id)).toHaveLength(2);
  });

  it("takes a name that was used for nothing else: not with other words, on another job, or by somebody else", async () => {
    const [id, other] = [await newJob(), await newJob()];
    const intent = ulid();
    await answer(id, "58 psi", intent);
    const clash = { ok: false, clash: "name" };
    expect(await answer(id, "61 psi", intent)).toEqual(clash);
    expect(await answer(other, "58 psi", intent)).toEqual(clash);
    const wish = { kind: "surveyAnswered", field: "source.static", text: "58 psi", profile: "us" } as const;
    expect(await send(db, id, wish, intent, { ...imke, id: "p2" })).toEqual(clash);
    expect([(await jobEntries(db, id)).length, (await jobEntries(db, other)).length]).toEqual([2, 1]);
  });

  it("takes a photo's entry only for a picture that was kept before: for this job, as a photo, with this hash", async () => {
    const [id, other] = [await newJob(), await newJob()];
    const [file, drawn] = [ulid(), ulid()];
    const picture = Buffer.from("picture");
    const added = (job: string, name: string, hash = sha256("picture")) =>
      send(db, job, { kind: "photoAdded", file: name, sha256: hash, caption: "Before" });
    const clash = { ok: false, clash: "file" };
    expect(await added(id, file)).toEqual(clash);
    await keepFile(file, id, picture, "photo");
    expect(await added(other, file)).toEqual(clash);
    expect(await added(id, file, sha256("another"))).toEqual(clash);
    await keepFile(drawn, id, picture, "signature");
    expect(await added(id, drawn)).toEqual(clash);
    expect(await added(id, file)).toMatchObject({ ok: true, repeated: false });
    expect((await loadJob(db, id))!.photos.map((p) => p.file)).toEqual([file]);
    expect((await loadJob(db, other))!.photos).toEqual([]);
  });

  it("lets twelve writers in at once, without a gap and without losing one", async () => {
    const id = await newJob();
    const outcomes = await Promise.all(Array.from({ length: 12 }, (_, i) => answer(id, `${40 + i} psi`)));
    expect(outcomes.every((o) => o.ok)).toBe(true);
    const entries = await jobEntries(db, id);
    expect(entries.map((e) => e.seq)).toEqual(Array.from({ length: 13 }, (_, i) => i + 1));
    expect(verifyChain(entries, sha256, id)).toEqual([]);
  });

  it("lets two instances take turns, each remembering what the other has overtaken", async () => {
    const id = await newJob();
    vi.resetModules();
    const second = (await import("./setting")).send;
    for (let turn = 0; turn < 4; turn += 1) {
      expect(await answer(id, `${40 + turn} psi`)).toMatchObject({ ok: true, repeated: false });
      expect(
        await second(
          db,
          id,
          { kind: "surveyAnswered", field: "source.static", text: `${50 + turn} psi`, profile: "us" },
          ulid(),
        ),
      ).toMatchObject({ ok: true, repeated: false });
    }
    const entries = await jobEntries(db, id);
    expect(entries).toHaveLength(9);
    expect(verifyChain(entries, sha256, id)).toEqual([]);
    expect((await loadJob(db, id))?.answers["source.static"]?.text).toBe("53 psi");
  });

  it("never builds on a remembered head that the job's row does not bear out", async () => {
    const id = await newJob();
    await answer(id, "58 psi");
    await db
      .update(job)
      .set({ head: "f".repeat(64) })
      .where(eq(job.id, id));
    expect(await answer(id, "59 psi")).toMatchObject({ ok: true });
    const entries = await jobEntries(db, id);
    expect(verifyChain(entries, sha256, id)).toEqual([]);
    expect((await db.select().from(job).where(eq(job.id, id)))[0]!.head).toBe(entries.at(-1)!.hash);
  });

  it("takes everything back when something fails in the middle, and leaves the connection clean", async () => {
    const id = await newJob();
    await expect(
      appendEntry(
        db,
        id,
        { id: ulid(), fingerprint: "0".repeat(64) },
        () => {
          throw new Error("power cut");
        },
        { knowledge, profile: "us", now: Date.now() },
      ),
    ).rejects.toThrow("power cut");
    const rename = sql`update ${job} set name = 'Half done' where id = ${id}`;
    const failed: unknown = await atOnce(db, [rename, sql`insert into ${job} (id) values (${id})`]).catch(
      (e: unknown) => e,
    );
    expect(errno(failed)).toBeGreaterThan(0);
    expect(
      errno(
        await atOnce(db, [
          rename,
          sql`update ${job} set name = 'Never' where id = 'nobody'`,
          mustHaveChanged,
        ]).catch((e: unknown) => e),
      ),
    ).toBe(MOVED);
    expect((await db.select().from(job).where(eq(job.id, id)))[0]!.name).toBe("Pell Lane bakery");
    await atOnce(db, [rename, mustHaveChanged]);
    expect((await db.select().from(job).where(eq(job.id, id)))[0]!.name).toBe("Half done");
    expect(await jobEntries(db, id)).toHaveLength(1);
  });

  it("cannot be changed or deleted by the application's user, nor by accident by its owner", async () => {
    const id = await newJob();
    for (const statement of [
      sql`update job_log set kind = 'x' where job_id = ${id}`,
      sql`delete from job_log where job_id = ${id}`,
      sql`truncate table job_log`,
      sql`drop trigger job_log_no_update`,
    ]) {
      const error: unknown = await db.execute(statement).catch((e: unknown) => e);
      expect([1142, 1370, 1227]).toContain(errno(error));
    }
    await expect(asOwner(`update job_log set kind = 'x' where job_id = '${id}'`)).rejects.toThrow(
      /append-only/,
    );
    await expect(asOwner(`delete from job_log where job_id = '${id}'`)).rejects.toThrow(/append-only/);
    expect(await jobEntries(db, id)).toHaveLength(1);
  });

  it("takes a foreign log in with identical hashes, again without effect, and refuses another history", async () => {
    const id = await newJob("Travelling job");
    await answer(id, "60 psi");
    const entries = await jobEntries(db, id);
    const settings = { knowledge, profile: "us" as const, now: Date.now() };
    expect(await importEntries(db, entries, settings)).toEqual({ added: 0 });
    const forked = [entries[0]!, { ...entries[1]!, hash: "f".repeat(64) }] as Entry[];
    expect(await importEntries(db, forked, settings)).toEqual({ added: 0, refused: "other" });
    expect((await jobEntries(db, id)).map((e) => e.hash)).toEqual(entries.map((e) => e.hash));
  });
});

describe("a log from outside", () => {
  const settings = { knowledge, profile: "us" as const, now: Date.now() };
  const note = (upTo: number): Draft<"jobImported"> => {
    const at = new Date().toISOString();
    return { id: ulid(), kind: "jobImported", at, received: at, by: imke, data: { upTo, signedBy: "key" } };
  };
  /** A log of another Brant, as one here once was: its entries under a job that is not here. */
  async function elsewhere(): Promise<{ readonly id: string; readonly entries: readonly Entry[] }> {
    const made = await newJob("Made elsewhere");
    for (const psi of ["60 psi", "61 psi", "62 psi"]) await answer(made, psi);
    const id = ulid();
    let head: Head = emptyHead;
    const entries = (await jobEntries(db, made)).map(({ kind, at, received, by, data }) => {
      const entry = seal(id, head, { id: ulid(), kind, at, received, by, data } as Draft, sha256);
      head = entry;
      return entry;
    });
    return { id, entries };
  }

  it("comes in whole with a note behind it, and a second time changes nothing", async () => {
    const { id, entries } = await elsewhere();
    const first = { note: note(entries.length), mayExtend: false };
    expect(await importEntries(db, entries, settings, first)).toEqual({ added: entries.length });
    const again = { note: note(entries.length), mayExtend: false };
    expect(await importEntries(db, entries, settings, again)).toEqual({ added: 0 });
    const kept = await jobEntries(db, id);
    expect(kept.slice(0, -1)).toEqual(entries);
    expect((await loadJob(db, id))!.imported).toMatchObject([
      { by: imke, signedBy: "key", upTo: entries.length },
    ]);
    expect(verifyChain(kept, sha256, id)).toEqual([]);
  });

  it("continues a job that is here only where it may", async () => {
    const { id, entries } = await elsewhere();
    await importEntries(db, entries.slice(0, 2), settings, { mayExtend: false });
    const refused = await importEntries(db, entries, settings, { note: note(4), mayExtend: false });
    expect(refused).toEqual({ added: 0, refused: "here" });
    expect(await jobEntries(db, id)).toHaveLength(2);
    const taken = await importEntries(db, entries, settings, { note: note(4), mayExtend: true });
    expect(taken).toEqual({ added: entries.length - 2 });
    expect(await jobEntries(db, id)).toHaveLength(entries.length + 1);
  });

  it("does not come in over another history, longer or shorter", async () => {
    const { id, entries } = await elsewhere();
    await importEntries(db, entries, settings, { mayExtend: false });
    for (const much of [2, entries.length + 1]) {
      let head: Head = emptyHead;
      const other = Array.from({ length: much }, (_, i) => {
        const { kind, at, received, by, data } = entries[Math.min(i, entries.length - 1)]!;
        const entry = seal(id, head, { id: ulid(), kind, at, received, by, data } as Draft, sha256);
        head = entry;
        return entry;
      });
      expect(await importEntries(db, other, settings, { mayExtend: true })).toEqual({
        added: 0,
        refused: "other",
      });
    }
    expect(await jobEntries(db, id)).toHaveLength(entries.length);
  });
});

describe("lists", () => {
  it("finds by name and place without regard to case or marks, and takes % for a mark", async () => {
    const id = await newJob("Zwaluw 100% house");
    const ids = async (question: string) => (await jobsFound(db, question, 20)).map((f) => f.id);
    expect(await ids("zwaluw")).toContain(id);
    expect(await ids("house ZWALUW")).toContain(id);
    expect(await ids("100%")).toContain(id);
    expect(await ids("' or 1=1 --")).not.toContain(id);
  });
  it("puts a planned visit on the strip of its day only", async () => {
    const id = await newJob("Visited");
    const at = Date.UTC(2031, 4, 6, 9);
    await send(db, id, {
      kind: "visitPlanned",
      visit: ulid(),
      from: new Date(at).toISOString(),
      to: new Date(at + 7_200_000).toISOString(),
      person: { id: "p2", name: "Tobias Rell" },
      what: "Install",
    });
    const on = (day: number) =>
      todayOf(db, new Date(day - 3_600_000), new Date(day + 10_000_000), new Date(day));
    expect((await on(at)).strip.map((s) => s.jobId)).toEqual([id]);
    expect((await on(at + 3 * 86_400_000)).strip).toEqual([]);
    const all = { from: 0, most: 1, now: new Date() };
    expect((await jobsOf(db, {}, { by: "name", falling: false }, all)).total).toBeGreaterThan(0);
  });
});

describe("Today", () => {
  it("says how much there is beyond what it lists, and shows first whose jobs are asked for", async () => {
    const tobias = { id: "p2", name: "Tobias Rell" };
    for (let i = 0; i < 14; i += 1) await newJob(`Filler ${i}`);
    const his = await newJob("His own");
    const crew = { kind: "crewChanged", responsible: tobias, letIn: [] } as const;
    expect((await send(db, his, crew)).ok).toBe(true);
    const visit = { kind: "visitPlanned", visit: ulid(), person: tobias, what: "Survey" } as const;
    const [from, to] = [Date.UTC(2032, 1, 3, 9), Date.UTC(2032, 1, 3, 11)].map((t) =>
      new Date(t).toISOString(),
    );
    expect((await send(db, his, { ...visit, from: from!, to: to! })).ok).toBe(true);
    const moment = new Date();
    const asked = (first?: string) => todayOf(db, moment, moment, moment, first);
    const today = await asked();
    expect(today.jobs).toHaveLength(12);
    const [{ n }] = (
      await db.execute(sql`select count(*) as n from job where attention < 9`)
    )[0] as unknown as [{ n: number }];
    expect(today.total.jobs).toBe(Number(n));
    expect(today.total.late).toBe(today.late.length);
    const [first] = (await asked("Tobias Rell")).jobs;
    expect(first!.summary.people).toContain("Tobias Rell");
  });
});

describe("npm run verify, backup and restore", () => {
  it("names the entry that was changed behind the application's back", async () => {
    const id = await newJob("Tampered");
    await answer(id, "58 psi");
    expect(tsx("scripts/verify.ts", []).status).toBe(0);
    const [row] = await db.select().from(jobLog).where(eq(jobLog.jobId, id)).limit(1);
    await asOwner("drop trigger job_log_no_update");
    await asOwner(
      `update job_log set entry = replace(entry, 'Tampered', 'Tempered') where job_id = '${id}' and seq = ${row!.seq}`,
    );
    const found = tsx("scripts/verify.ts", []);
    await asOwner(
      `update job_log set entry = replace(entry, 'Tempered', 'Tampered') where job_id = '${id}' and seq = ${row!.seq}`,
    );
    await asOwner(
      "create trigger job_log_no_update before update on job_log for each row signal sqlstate '45000' set message_text = 'the log is append-only'",
    );
    expect(found.status).toBe(1);
    expect(found.stderr).toContain(`job ${id}: entry ${row!.seq} was changed`);
    expect(tsx("scripts/verify.ts", []).status).toBe(0);
  });

  it("names what is missing: at the end of a log, a whole log, a row, a file, and a file that is another", async () => {
    const [cut, gone, rowless, filed] = [await newJob(), await newJob(), await newJob(), await newJob()];
    await answer(cut, "58 psi");
    const [photo, other] = [ulid(), ulid()];
    for (const file of [photo, other]) {
      await keepFile(file, filed, Buffer.from(file), "photo");
      await send(db, filed, { kind: "photoAdded", file, sha256: sha256(file), caption: "Before" });
    }
    await asOwner("drop trigger job_log_no_delete");
    await asOwner(`delete from job_log where job_id = '${cut}' and seq = 2`);
    await asOwner(`delete from job_log where job_id = '${gone}'`);
    await asOwner(`delete from job where id = '${rowless}'`);
    await asOwner(`delete from file_content where id = '${photo}'`);
    await asOwner(`update file_content set content = 'another' where id = '${other}'`);
    const found = tsx("scripts/verify.ts", []);
    for (const words of [
      `job ${cut}: entries 2 to 2 are missing at its end`,
      `job ${gone}: its log is missing, its row knows of 1 entries`,
      `job ${rowless}: its row is missing, its log is there`,
      `job ${filed}: file ${photo} is missing`,
      `job ${filed}: file ${other} was changed`,
    ])
      expect(found.stderr).toContain(words);
    expect([found.status, found.stderr.trim().split("\n")]).toMatchObject([1, { length: 5 }]);
    // Each check says which promise it serves.
    for (const words of [
      "✓ An entry cannot be changed unseen",
      "✗ An entry that was acknowledged is kept: 3 found",
      "✓ A log cannot be made anew or cut unseen",
      "✗ A photo, a signature and a signed paper are the ones that were kept: 2 found",
    ])
      expect(found.stdout).toContain(words);
    for (const id of [cut, gone, rowless, filed]) {
      await asOwner(`delete from job_log where job_id = '${id}'`);
      await asOwner(`delete from file where job_id = '${id}'`);
      await asOwner(`delete from job where id = '${id}'`);
    }
    await asOwner(
      "create trigger job_log_no_delete before delete on job_log for each row signal sqlstate '45000' set message_text = 'the log is append-only'",
    );
    expect(tsx("scripts/verify.ts", []).status).toBe(0);
  }, 60_000);

  it("finds a log that was made anew, hash for hash, and one that is gone with its row, by what was anchored", async () => {
    const file = join(needed("BRANT_TEST_FOLDER"), "anchors");
    rmSync(file, { force: true });
    const withFile = { BRANT_ANCHORS: file };
    const [forged, vanished] = [await newJob("Forged"), await newJob("Vanished")];
    await answer(forged, "58 psi");
    await answer(forged, "59 psi");
    expect(tsx("scripts/anchors.ts", [], withFile).status).toBe(0);
    expect(tsx("scripts/anchors.ts", [], withFile).stdout).toContain("0 new anchors");
    // The file of another database, the demo's, is not this one's.
    expect(tsx("scripts/anchors.ts", []).stdout).toContain("in the database alone");
    expect(tsx("scripts/verify.ts", [], withFile).status).toBe(0);
    await expect(asOwner(`delete from anchor where job_id = '${forged}'`)).rejects.toThrow(/append-only/);

    // Somebody with every right in the database writes one answer anew, and all hashes behind it.
    const entries = await jobEntries(db, forged);
    let head: Head = { seq: 1, hash: entries[0]!.hash };
    const anew = entries.slice(1).map(({ id, kind, at, received, by, data }) => {
      const changed = { ...data, text: "31 psi" };
      const entry = seal(forged, head, { id, kind, at, received, by, data: changed } as Draft, sha256);
      head = entry;
      return entry;
    });
    for (const table of ["job_log", "anchor"]) await asOwner(`drop trigger ${table}_no_delete`);
    await asOwner(`delete from job_log where (job_id = '${forged}' and seq > 1) or job_id = '${vanished}'`);
    await asOwner(`delete from job where id = '${vanished}'`);
    for (const e of anew)
      await db.insert(jobLog).values({
        jobId: forged,
        seq: e.seq,
        id: e.id,
        kind: e.kind,
        entry: JSON.stringify(e),
        hash: e.hash,
      });
    await db.update(job).set({ head: head.hash }).where(eq(job.id, forged));
    expect(verifyChain(await jobEntries(db, forged), sha256, forged)).toEqual([]);

    const said = [
      `job ${forged}: its log does not pass through entry 3 as it was anchored`,
      `job ${vanished}: its log does not pass through entry 1 as it was anchored`,
    ];
    const byTable = tsx("scripts/verify.ts", []);
    expect(byTable.status).toBe(1);
    for (const words of said) expect(byTable.stderr).toContain(words);
    // The table was in the same hands; the file outside the database was not.
    await asOwner(`delete from anchor where job_id in ('${forged}', '${vanished}')`);
    expect(tsx("scripts/verify.ts", []).status).toBe(0);
    const byFile = tsx("scripts/verify.ts", [], withFile);
    expect(byFile.status).toBe(1);
    for (const words of said) expect(byFile.stderr).toContain(words);

    await asOwner(`delete from job_log where job_id = '${forged}'`);
    await asOwner(`delete from job where id = '${forged}'`);
    for (const table of ["job_log", "anchor"])
      await asOwner(
        `create trigger ${table}_no_delete before delete on ${table} for each row signal sqlstate '45000' set message_text = '${table === "anchor" ? "anchors are" : "the log is"} append-only'`,
      );
    rmSync(file);
  }, 60_000);

  it("anchors a log where somebody signs it", async () => {
    const id = await newJob("Signed");
    const file = ulid();
    await keepFile(file, id, Buffer.from("a signature"), "signature");
    const at = new Date().toISOString();
    const signed = await appendEntry(
      db,
      id,
      { id: ulid(), fingerprint: "f".repeat(64) },
      ({ head }) => ({
        draft: {
          id: ulid(),
          kind: "signed",
          at,
          received: at,
          by: imke,
          data: { as: "installer", name: "Imke Vos", file, sha256: sha256("a signature"), head },
        } as Draft,
      }),
      { knowledge, profile: "us", now: Date.now() },
    );
    expect(signed).toMatchObject({ ok: true });
    const [opened, last] = await jobEntries(db, id);
    expect((await allAnchors(db)).filter((a) => a.jobId === id)).toMatchObject([
      { seq: last!.seq, head: last!.hash },
    ]);
    expect(opened!.hash).not.toBe(last!.hash);
  });

  it("checks a bundle file without a database", async () => {
    const id = await newJob("Bundled");
    const entries = await jobEntries(db, id);
    const path = join(needed("BRANT_TEST_FOLDER"), "bundle.json");
    const write = (es: unknown[]) =>
      writeFileSync(
        path,
        JSON.stringify({ brant: 1, job: id, head: entries.at(-1)!.hash, entries: es, files: [] }),
      );
    write(entries);
    expect(tsx("scripts/verify.ts", [path], { DATABASE_URL: "" }).status).toBe(0);
    write([{ ...entries[0], at: "2020-01-01T00:00:00.000Z" }]);
    const bad = tsx("scripts/verify.ts", [path], { DATABASE_URL: "" });
    expect(bad.status).toBe(1);
    expect(bad.stderr).toContain("entry 1 was changed");
    rmSync(path);
  });

  it("restores whole into an empty database only, files included, and verifies it", async () => {
    const at = (name: string) => join(needed("BRANT_TEST_FOLDER"), name);
    const [path, files, filesThere] = [at("backup.tar.gz"), at("kept"), at("kept-there")];
    for (const folder of [files, filesThere]) rmSync(folder, { recursive: true, force: true });
    const id = await newJob("Backed up");
    mkdirSync(files);
    writeFileSync(join(files, "of-a-job"), "a photo");
    const backed = tsx("scripts/backup.ts", [path], { BRANT_FILES: files });
    expect(backed.stderr).toBe("");
    expect(backed.stdout).toMatch(/Backed up to .+: \d+ tables, 8 triggers, with the folder of files/);
    const into = {
      DATABASE_URL: needed("BRANT_TEST_RESTORE_URL"),
      DATABASE_OWNER_URL: needed("BRANT_TEST_RESTORE_OWNER_URL"),
    };
    // Files of the jobs lie in the database here: the folder is only copied.
    const restore = (file: string, more: Record<string, string> = {}) =>
      tsx("scripts/restore.ts", [file], { ...into, BRANT_FILES: filesThere, ...more });

    const whole = readFileSync(path);
    const cut = at("cut.tar.gz");
    writeFileSync(cut, whole.subarray(0, whole.length * 0.8));
    expect(restore(cut)).toMatchObject({ status: 1 });
    const folder = at("short");
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, "brant.sql"), "CREATE TABLE t (id int);\nINSERT INTO");
    spawnSync("tar", ["-czf", cut, "-C", folder, "brant.sql"]);
    expect(restore(cut).stderr).toContain("cut short");
    // One that breaks in the middle is taken back to the last table.
    writeFileSync(join(folder, "brant.sql"), "CREATE TABLE t (id int);\nNONSENSE;\n-- Dump completed\n");
    spawnSync("tar", ["-czf", cut, "-C", folder, "brant.sql"]);
    expect(restore(cut).stderr).toContain("taken back");
    expect(restore(path, { BRANT_FILES: "" }).stderr).toContain("BRANT_FILES");

    const restored = restore(path);
    expect(restored.stdout + restored.stderr).toContain("every chain holds");
    expect(restored.status).toBe(0);
    expect(readFileSync(join(filesThere, "of-a-job"), "utf8")).toBe("a photo");
    const there = createConnection({ uri: into.DATABASE_OWNER_URL });
    const [rows] = (await (await there).query(`select name from job where id = '${id}'`)) as unknown as [
      unknown[],
    ];
    expect(rows).toEqual([{ name: "Backed up" }]);
    await expect((await there).query(`delete from job_log where job_id = '${id}'`)).rejects.toThrow(
      /append-only/,
    );
    await (await there).end();
    const again = restore(path);
    expect(again.status).toBe(1);
    expect(again.stderr).toContain("not empty");
    for (const left of [path, cut, folder, files, filesThere]) rmSync(left, { recursive: true, force: true });
  }, 180_000);
});
