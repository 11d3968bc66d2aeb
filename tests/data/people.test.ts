import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { tapPractice } from "@/core/water";
import { eq } from "drizzle-orm";
import { ulid } from "ulid";
import { afterAll, describe, expect, it } from "vitest";
import { defaultSchools } from "@/catalogue/schools";
import type { Company } from "@/core/site";
import { addAudit, auditBefore } from "@/data/queries/audit";
import { loadCompany, saveCompany } from "@/data/queries/company";
import { fileRow, fileRowsIn } from "@/data/queries/files";
import {
  addPerson,
  allPeople,
  changePerson,
  endOwnSession,
  endSessions,
  hasPin,
  openHouse,
  passwordHashOf,
  personByEmail,
  personOfSession,
  sessionsOfPerson,
  setOwnPassword,
  setPin,
  setProfile,
} from "@/data/queries/people";
import { giveLink, personOfLink, spendLink } from "@/data/queries/passwordLinks";
import { account, audit, session, signInGate, user } from "@/data/schema";
import { hashPassword, passwordMatches } from "@/server/auth";
import { cleanPhoto, cleanSignature, fileStore, inFolder, keepFile } from "@/server/files";
import { deviceIn, newDevice } from "@/server/device";
import { openGates, passGates, waitAfter, type Subject } from "@/server/gates";
import { lockSession, unlockSession } from "@/server/signIn";
import { open, send } from "./setting";

const { db, close } = open();
afterAll(() => close());

const at = new Date("2026-11-25T08:00:00Z");
const newPerson = (over: Partial<Parameters<typeof addPerson>[1]> = {}) => ({
  id: ulid(),
  name: "Wiebe Aalst",
  email: `${ulid().toLowerCase()}@saltmarsh.example`,
  role: "installer",
  passwordHash: "hash",
  ...over,
});
async function person(over: Partial<Parameters<typeof addPerson>[1]> = {}) {
  const p = newPerson(over);
  await addPerson(db, p, at);
  return p;
}
async function sessionOf(userId: string): Promise<string> {
  const id = ulid();
  await db.insert(session).values({
    id,
    token: id,
    userId,
    expiresAt: new Date("2036-01-01T00:00:00Z"),
    createdAt: at,
    updatedAt: at,
  });
  return id;
}
const sessionsOf = async (userId: string) =>
  (await db.select({ id: session.id }).from(session).where(eq(session.userId, userId))).map((s) => s.id);
const settings: Company = {
  name: "Saltmarsh Water Fitters",
  phone: "",
  address: "",
  licence: "",
  profile: "us",
  currency: "EUR",
  timeZone: "Europe/Amsterdam",
  waterOffFrom: "09:00",
  waterOffTo: "16:00",
  roDiscards: 2,
  lockAfter: 15,
  secondFactor: false,
  tap: tapPractice,
  anchors: {},
  schools: { ...defaultSchools },
};

describe("people", () => {
  it("are added with their account or not at all", async () => {
    const p = await person();
    expect(await personByEmail(db, p.email)).toMatchObject({
      name: "Wiebe Aalst",
      role: "installer",
      active: true,
      hasPin: false,
    });
    const twin = newPerson({ email: p.email });
    await expect(addPerson(db, twin, at)).rejects.toThrow();
    expect(await db.select().from(account).where(eq(account.userId, twin.id))).toEqual([]);
    expect((await allPeople(db)).filter((x) => x.email === p.email)).toHaveLength(1);
  });

  it("are known by a session until it ends or expires, each time as they are then", async () => {
    const p = await person();
    const id = await sessionOf(p.id);
    expect(await personOfSession(db, id, at)).toMatchObject({ id: p.id, locked: false, active: true });
    await lockSession(id);
    await changePerson(db, p.id, { role: "planner", active: true }, at);
    expect(await personOfSession(db, id, at)).toMatchObject({ locked: true, role: "planner" });
    expect(await personOfSession(db, id, new Date("2036-01-01T00:00:00Z"))).toBeUndefined();
    await endSessions(db, p.id);
    expect(await personOfSession(db, id, at)).toBeUndefined();
  });
  it("lose their sessions with their account, and keep them with a role", async () => {
    const p = await person();
    const kept = await sessionOf(p.id);
    await changePerson(db, p.id, { role: "planner", active: true }, at);
    expect(await sessionsOf(p.id)).toEqual([kept]);
    await changePerson(db, p.id, { role: "planner", active: false }, at);
    expect(await sessionsOf(p.id)).toEqual([]);
    expect(await personByEmail(db, p.email)).toMatchObject({ role: "planner", active: false });
  });

  it("choose a password by a link once, within its days, and are signed out by it", async () => {
    const p = await person();
    await sessionOf(p.id);
    const later = new Date(at.getTime() + 60_000);
    const link = (name: string, expiresAt = later) => ({ keyHash: name.padEnd(64, "0"), expiresAt });
    await giveLink(db, p.id, link(`a${p.id}`), at);
    const first = link(`a${p.id}`).keyHash;
    expect(await personOfLink(db, first, at)).toMatchObject({ id: p.id, email: p.email });
    expect(await personOfLink(db, first, later)).toBeUndefined();
    await giveLink(db, p.id, link(`b${p.id}`), at);
    expect(await personOfLink(db, first, at)).toBeUndefined();

    const second = link(`b${p.id}`).keyHash;
    const to = { id: p.id, passwordHash: "chosen" };
    expect(await spendLink(db, second, to, later)).toBe(false);
    // Pressed twice at once: one of them is taken.
    const both = await Promise.all([spendLink(db, second, to, at), spendLink(db, second, to, at)]);
    expect(both.toSorted((a, b) => Number(a) - Number(b))).toEqual([false, true]);
    expect((await db.select().from(account).where(eq(account.userId, p.id)))[0]!.password).toBe("chosen");
    expect(await sessionsOf(p.id)).toEqual([]);
  });

  it("have no link where their account is closed", async () => {
    const p = await person();
    const link = { keyHash: `c${p.id}`.padEnd(64, "0"), expiresAt: new Date(at.getTime() + 60_000) };
    await giveLink(db, p.id, link, at);
    await changePerson(db, p.id, { role: "installer", active: false }, at);
    expect(await personOfLink(db, link.keyHash, at)).toBeUndefined();
  });

  it("are named in an audit that only grows", async () => {
    const [owner, other] = [await person(), await person()];
    const what = `t${owner.id}`.slice(0, 40);
    for (const detail of ["first", "second", "third"])
      await addAudit(db, { what, by: owner.id, about: other.id, detail }, at);
    const newest = await auditBefore(db, { what, most: 2 });
    expect(newest.map((l) => l.detail)).toEqual(["third", "second"]);
    expect(newest[0]).toMatchObject({ by: owner.name, about: other.name, job: null });
    const rest = await auditBefore(db, { what, most: 2, before: newest[1]!.n });
    expect(rest.map((l) => l.detail)).toEqual(["first"]);
    // Neither the application nor whoever owns the tables takes a line out.
    await expect(db.update(audit).set({ detail: "other" })).rejects.toThrow();
    await expect(db.delete(audit)).rejects.toThrow();
    expect(await auditBefore(db, { what, most: 9 })).toHaveLength(3);
  });

  it("see their own sessions and end one of them, never another's", async () => {
    const [one, two] = [await person(), await person()];
    const [first, second, other] = [
      await sessionOf(one.id),
      await sessionOf(one.id),
      await sessionOf(two.id),
    ];
    const listed = async () => (await sessionsOfPerson(db, one.id, at)).map((s) => s.id).toSorted();
    expect(await listed()).toEqual([first, second].toSorted());
    expect(await endOwnSession(db, one.id, other)).toBe(false);
    expect(await endOwnSession(db, one.id, second)).toBe(true);
    expect(await endOwnSession(db, one.id, second)).toBe(false);
    expect(await listed()).toEqual([first]);
    expect(await sessionsOf(two.id)).toEqual([other]);
  });

  it("sign out everywhere without touching others", async () => {
    const [one, two] = [await person(), await person()];
    await sessionOf(one.id);
    await sessionOf(one.id);
    const other = await sessionOf(two.id);
    await endSessions(db, one.id);
    expect(await sessionsOf(one.id)).toEqual([]);
    expect(await sessionsOf(two.id)).toEqual([other]);
  });

  it("choose their own units, or the company's again", async () => {
    const p = await person();
    await setProfile(db, p.id, "metric");
    expect((await db.select().from(user).where(eq(user.id, p.id)))[0]!.unitProfile).toBe("metric");
    await setProfile(db, p.id, null);
    expect((await db.select().from(user).where(eq(user.id, p.id)))[0]!.unitProfile).toBeNull();
  });
});

describe("passwords and PINs", () => {
  it("are kept as argon2id and matched against it", async () => {
    const stored = await hashPassword("tidal-valley-25");
    expect(stored).toMatch(/^\$argon2id\$/);
    expect(await passwordMatches(stored, "tidal-valley-25")).toBe(true);
    expect(await passwordMatches(stored, "tidal-valley-26")).toBe(false);
    expect(await passwordMatches("nonsense", "tidal-valley-25")).toBe(false);
  });

  it("open a locked session by its own PIN; the fifth wrong one ends it", async () => {
    const p = await person();
    expect(await hasPin(db, p.id)).toBe(false);
    await setPin(db, p.id, await hashPassword("4721"));
    expect(await hasPin(db, p.id)).toBe(true);
    const id = await sessionOf(p.id);
    await lockSession(id);
    expect(await unlockSession(id, p.id, "0000")).toBe("wrong");
    expect(await unlockSession(id, p.id, "4721")).toBe("open");
    await lockSession(id);
    for (let i = 0; i < 4; i += 1) expect(await unlockSession(id, p.id, "1111")).toBe("wrong");
    expect(await unlockSession(id, p.id, "1111")).toBe("ended");
    expect(await sessionsOf(p.id)).toEqual([]);
    expect(await unlockSession(id, p.id, "4721")).toBe("ended");
  });

  it("keep the tries used when a locked session is locked again, and count tries of the same moment one by one", async () => {
    const p = await person();
    await setPin(db, p.id, await hashPassword("4721"));
    const id = await sessionOf(p.id);
    await lockSession(id);
    for (let i = 0; i < 4; i += 1) {
      expect(await unlockSession(id, p.id, "1111")).toBe("wrong");
      await lockSession(id);
    }
    expect(await unlockSession(id, p.id, "1111")).toBe("ended");

    const other = await sessionOf(p.id);
    await lockSession(other);
    const guesses = await Promise.all(
      Array.from({ length: 12 }, (_, i) => unlockSession(other, p.id, String(1000 + i))),
    );
    expect(guesses.filter((g) => g === "wrong").length).toBeLessThan(5);
    expect(await sessionsOf(p.id)).toEqual([]);
    expect(await unlockSession(other, p.id, "4721")).toBe("ended");
  });

  it("that are passwords are changed by their owner, whose other sessions end", async () => {
    const p = await person();
    const [kept, other] = [await sessionOf(p.id), await sessionOf(p.id)];
    await setOwnPassword(db, p.id, { passwordHash: "another hash", keep: kept }, at);
    expect(await passwordHashOf(db, p.id)).toBe("another hash");
    expect(await sessionsOf(p.id)).toEqual([kept]);
    expect(other).not.toBe(kept);
    expect(await passwordHashOf(db, ulid())).toBeUndefined();
  });

  it("do not open the session of someone else", async () => {
    const [one, two] = [await person(), await person()];
    await setPin(db, two.id, await hashPassword("4721"));
    const id = await sessionOf(one.id);
    expect(await unlockSession(id, two.id, "4721")).toBe("ended");
  });

  const guesser = (): Subject => ({ sort: "who", name: `${ulid()}@saltmarsh.example` });

  it("make a guesser wait longer with each try after the fifth, in the database for every instance", async () => {
    const who = guesser();
    for (let i = 0; i < 5; i += 1) expect(await passGates([who])).toBe(0);
    expect(await passGates([who])).toBe(2);
    const later = async (tries: number) => {
      await db
        .update(signInGate)
        .set({ tries, nextAt: new Date(Date.now() - 1) })
        .where(eq(signInGate.subject, `who:${who.name}`));
      expect(await passGates([who])).toBe(0);
      return passGates([who]);
    };
    expect([await later(6), await later(9), await later(50)]).toEqual([8, 60, 60]);
    expect(await passGates([guesser()])).toBe(0);
    await openGates([who]);
    expect(await passGates([who])).toBe(0);
  });

  it("count a try before it is judged: of twenty at once five are", async () => {
    const who = guesser();
    const waits = await Promise.all(Array.from({ length: 20 }, () => passGates([who])));
    expect(waits.filter((s) => s === 0)).toHaveLength(5);
  });

  it("that come too early count for nobody, whatever other gate they would have passed", async () => {
    const [who, net] = [guesser(), { sort: "net", name: ulid() } as const];
    for (let i = 0; i < 5; i += 1) await passGates([who]);
    for (let i = 0; i < 30; i += 1) expect(await passGates([net, who])).toBeGreaterThan(0);
    const [row] = await db
      .select()
      .from(signInGate)
      .where(eq(signInGate.subject, `net:${net.name}`));
    expect(row).toBeUndefined();
    expect(waitAfter(39, "net")).toBe(0);
    expect(waitAfter(1000, "net")).toBe(900);
  });

  it("from a browser that has signed in before are its own: a cookie of another account, or a made-up one, is none", () => {
    const cookie = newDevice("one@saltmarsh.example");
    expect(deviceIn(cookie, "one@saltmarsh.example")).toBe(cookie.split(".")[0]);
    expect(deviceIn(cookie, "two@saltmarsh.example")).toBeUndefined();
    for (const made of [undefined, "", ".", `${ulid()}.${cookie.split(".")[1]}`, `${cookie}x`, ulid()])
      expect(deviceIn(made, "one@saltmarsh.example")).toBeUndefined();
  });
});

describe("the company", () => {
  it("opens with its owner, both or neither, and is then saved only by who saw the last version", async () => {
    const taken = await person();
    await expect(openHouse(db, settings, newPerson({ email: taken.email }), at)).rejects.toThrow();
    expect(await loadCompany(db)).toBeUndefined();
    await openHouse(db, settings, newPerson({ role: "owner" }), at);
    expect(await loadCompany(db)).toEqual({ settings, version: 1 });
    expect(await saveCompany(db, { ...settings, roDiscards: 3 }, 1, at)).toBe(true);
    expect(await saveCompany(db, { ...settings, roDiscards: 4 }, 1, at)).toBe(false);
    expect(await loadCompany(db)).toMatchObject({ settings: { roDiscards: 3 }, version: 2 });
  });
});

async function openedJob(name: string): Promise<string> {
  const id = ulid();
  expect(await send(db, id, { kind: "jobOpened", name, place: "Quay", about: "" })).toMatchObject({
    ok: true,
  });
  return id;
}

describe("files", () => {
  it("are kept once, whatever is sent again under the same id", async () => {
    const [id, job] = [ulid(), await openedJob("With files")];
    const first = (await keepFile(id, job, Buffer.from("one"), "photo"))!;
    const again = await keepFile(id, job, Buffer.from("another"), "photo");
    expect(again).toEqual(first);
    expect((await fileStore().get(id))?.toString()).toBe("one");
    expect(await fileRow(db, id)).toMatchObject({ jobId: job, bytes: 3 });
    await fileRowsIn(db, [{ ...first, bytes: 99 }], at);
    expect((await fileRow(db, id))!.bytes).toBe(3);
    expect(await fileStore().get(ulid())).toBeUndefined();
  });

  it("sent twice at the same moment are one file that matches its own hash", async () => {
    const [id, job] = [ulid(), await openedJob("With files")];
    const sent = await Promise.all(
      ["one", "two"].map((text) => keepFile(id, job, Buffer.from(text), "photo")),
    );
    expect(sent[0]).toEqual(sent[1]);
    const stored = (await fileStore().get(id))!;
    expect(sent[0]!.bytes).toBe(stored.length);
  });

  it("of one job are never another's, nor a photo a signature", async () => {
    const [id, job] = [ulid(), await openedJob("With files")];
    await keepFile(id, job, Buffer.from("one"), "photo");
    expect(await keepFile(id, await openedJob("Another"), Buffer.from("one"), "photo")).toBeUndefined();
    expect(await keepFile(id, job, Buffer.from("one"), "signature")).toBeUndefined();
  });

  it("in a folder stay as they were first kept, whoever writes at once", async () => {
    const folder = mkdtempSync(join(tmpdir(), "brant-files-"));
    const store = inFolder(folder);
    const id = ulid();
    await Promise.all(["one", "two", "three"].map((text) => store.put(id, Buffer.from(text))));
    const first = (await store.get(id))!.toString();
    await store.put(id, Buffer.from("later"));
    expect((await store.get(id))!.toString()).toBe(first);
    expect(["one", "two", "three"]).toContain(first);
    expect(readdirSync(folder)).toEqual([id]);
    rmSync(folder, { recursive: true });
  });

  it("are pictures: no drawing in text, nothing that only says so", async () => {
    const drawing =
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>';
    for (const text of [
      drawing,
      `\n\uFEFF ${drawing}`,
      `<?xml version="1.0"?>${drawing}`,
      "%PDF-1.4",
      "GIF89a",
    ]) {
      expect(await cleanPhoto(Buffer.from(text)), text).toBeUndefined();
      expect(await cleanSignature(Buffer.from(text)), text).toBeUndefined();
    }
    const photo = await sharp({ create: { width: 40, height: 30, channels: 3, background: "#357" } })
      .jpeg()
      .toBuffer();
    expect(await cleanPhoto(photo)).toBeDefined();
  });
});
