import { sql } from "drizzle-orm";
import { ulid } from "ulid";
import { afterAll, describe, expect, it } from "vitest";
import { contactsOf, dropContact, keepContact, type Contact } from "@/data/queries/contacts";
import { jobsFound } from "@/data/queries/finding";
import {
  dropView,
  jobsOf,
  jobsWithUnit,
  keepView,
  pointsOfAll,
  viewsOf,
  type JobChoice,
  type JobSort,
} from "@/data/queries/jobList";
import { loadJob, rowMadeAnew, rowsOfBefore } from "@/data/queries/jobs";
import { addPerson, peopleNamed } from "@/data/queries/people";
import { knowledge, open, send, type Wish } from "./setting";

const { db, close } = open();
afterAll(() => close());

const now = new Date();
/** A place of this file's own, so that jobs of other tests are not in its lists. */
const LANE = `Lane ${ulid()}`;

async function opened(name: string, ...wishes: readonly Wish[]): Promise<string> {
  const id = ulid();
  for (const wish of [{ kind: "jobOpened", name, place: LANE, about: "" } as Wish, ...wishes])
    expect(await send(db, id, wish)).toMatchObject({ ok: true });
  return id;
}
async function withUnits(id: string, ...models: readonly string[]): Promise<void> {
  const seen = (await loadJob(db, id))!.designSeq;
  const units = models.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 }));
  expect(await send(db, id, { kind: "designChanged", units, what: "Units", seen })).toMatchObject({
    ok: true,
  });
}
const list = async (choice: JobChoice, by: JobSort = "name", falling = false) =>
  jobsOf(db, { place: LANE, ...choice }, { by, falling }, { from: 0, most: 50, now });
const names = async (choice: JobChoice, by?: JobSort, falling?: boolean) =>
  (await list(choice, by, falling)).rows.map((r) => r.name);

describe("the list of jobs", () => {
  it("is narrowed by what became of it, by who is on it, by unit, place and lateness, and sorted", async () => {
    const tobias = { id: "p2", name: "Tobias Rell" };
    const alder = await opened("Alder", { kind: "crewChanged", responsible: tobias, letIn: [] });
    await withUnits(alder, "SF-150");
    const birch = await opened("Birch", { kind: "jobClosed", as: "lost", why: "Too dear for them" });
    await opened("Cedar", { kind: "offerMoved", is: "accepted", on: "2026-11-20", note: "by e-mail" });
    await opened("Dogwood", {
      kind: "openPointAdded",
      point: ulid(),
      text: "Permit of the water board",
      who: "Imke Vos",
      due: "2026-01-05",
      is: "permit",
    });
    expect(await names({})).toEqual(["Alder", "Birch", "Cedar", "Dogwood"]);
    expect(await names({}, "name", true)).toEqual(["Dogwood", "Cedar", "Birch", "Alder"]);
    expect(await names({ life: "open" })).toEqual(["Alder", "Cedar", "Dogwood"]);
    expect(await names({ life: "lost" })).toEqual(["Birch"]);
    expect(await names({ person: "Tobias Rell" })).toEqual(["Alder"]);
    expect(await names({ unit: "sf-15" })).toEqual(["Alder"]);
    expect(await names({ offer: "accepted" })).toEqual(["Cedar"]);
    expect(await names({ late: true })).toEqual(["Dogwood"]);
    expect(await names({ withPoints: true })).toEqual(["Dogwood"]);
    expect(await names({ ids: [birch] })).toEqual(["Birch"]);
    expect(await names({ ids: [] })).toEqual([]);
    expect((await names({}, "due"))[0]).toBe("Dogwood");
    const stretch = await jobsOf(
      db,
      { place: LANE },
      { by: "name", falling: false },
      { from: 1, most: 2, now },
    );
    expect(stretch.rows.map((r) => r.name)).toEqual(["Birch", "Cedar"]);
    expect(stretch.total).toBe(4);
    const points = (await pointsOfAll(db)).filter((p) => p.place === LANE);
    expect(points).toMatchObject([{ jobName: "Dogwood", text: "Permit of the water board", is: "permit" }]);
  });

  it("names the jobs that hold a unit, and no other of a like name", async () => {
    const id = await opened("Elm");
    await withUnits(id, "SF-300");
    expect((await jobsWithUnit(db, "SF-300")).map((j) => j.id)).toContain(id);
    expect((await jobsWithUnit(db, "SF-30")).map((j) => j.id)).not.toContain(id);
  });
});

describe("the search", () => {
  const found = async (question: string) => jobsFound(db, question, 50);
  const ids = async (question: string) => (await found(question)).map((f) => f.id);

  it("forgives order, dashes, accents, quotes and a letter, and says where it was found", async () => {
    const id = await opened("Ferryman’s Rest, Café Zürich");
    await withUnits(id, "SF-150");
    const serial: Wish = {
      kind: "serialRecorded",
      unit: "u1",
      what: "serial",
      label: "Serial number",
      text: "SM-99817",
    };
    expect(await send(db, id, serial)).toMatchObject({ ok: true });
    for (const question of [
      "rest ferrymans",
      "Ferryman's",
      "cafe zurich",
      "sf150 ferrymans",
      "softener zurich",
      "sm99817",
      "SM-99817",
      "ferrymens",
    ])
      expect([question, (await ids(question)).includes(id)]).toEqual([question, true]);
    for (const question of ["ferrymans 99818", "ferrxxmans", "sm-99818", "zurich SF-300"])
      expect([question, (await ids(question)).includes(id)]).toEqual([question, false]);
    const [bySerial] = (await found("SM-99817")).filter((f) => f.id === id);
    expect(bySerial).toMatchObject({ name: "Ferryman’s Rest, Café Zürich", place: LANE, found: "serial" });
  });

  it("follows what is written: a new name at once, the old one no more", async () => {
    const id = await opened("Larkspur cottage");
    expect(await ids("larkspur")).toContain(id);
    expect(
      await send(db, id, { kind: "jobRenamed", name: "Tansy cottage", place: LANE, about: "" }),
    ).toMatchObject({ ok: true });
    expect(await ids("tansy")).toContain(id);
    expect(await ids("larkspur")).not.toContain(id);
  });

  it("finds by a contact's name, street and phone, until it is deleted", async () => {
    const id = await opened("Hawthorn");
    const contact: Contact = {
      id: ulid(),
      is: "customer",
      name: "Quirijn Zeewater",
      phone: "+31 20 555 0134",
      email: "",
      address: "Oude Gracht 7",
      notes: "Key at the bakery",
    };
    await keepContact(db, id, contact, { name: "Imke Vos", at: now });
    expect(await contactsOf(db, id)).toEqual([contact]);
    for (const question of [
      "zeewater",
      "oude gracht",
      "5550134",
      "31205550134",
      "020 555 0134",
      "0205550134",
    ])
      expect([question, (await ids(question)).includes(id)]).toEqual([question, true]);
    // What the key is kept by is nobody's to find.
    expect(await ids("key at the bakery")).not.toContain(id);
    await keepContact(db, id, { ...contact, name: "Quirijn Duin" }, { name: "Imke Vos", at: now });
    expect((await contactsOf(db, id)).map((c) => c.name)).toEqual(["Quirijn Duin"]);
    const other = await opened("Rowan");
    await expect(keepContact(db, other, contact, { name: "Imke Vos", at: now })).rejects.toThrow();
    await dropContact(db, other, contact.id);
    expect(await contactsOf(db, id)).toHaveLength(1);
    await dropContact(db, id, contact.id);
    expect(await contactsOf(db, id)).toEqual([]);
    expect(await ids("zeewater")).not.toContain(id);
  });

  it("finds people who are active, and takes signs of a pattern for themselves", async () => {
    await addPerson(
      db,
      {
        id: ulid(),
        name: "Wobke 50% Duin",
        email: `${ulid().toLowerCase()}@saltmarsh.example`,
        role: "installer",
        passwordHash: "x",
      },
      now,
    );
    expect(await peopleNamed(db, "wobke", 4)).toMatchObject([{ name: "Wobke 50% Duin" }]);
    expect(await peopleNamed(db, "50%", 4)).toHaveLength(1);
    expect(await peopleNamed(db, "Wobke _", 4)).toEqual([]);
  });
});

describe("rows of an earlier build", () => {
  it("are made anew from their logs, and lists have them", async () => {
    const id = await opened("Willow", { kind: "jobClosed", as: "done", why: "Done by hand" });
    await db.execute(sql`update job set made = 0, life = 'open', words = '{}' where id = ${id}`);
    expect(await rowsOfBefore(db, 1000)).toContain(id);
    await rowMadeAnew(db, id, { knowledge, profile: "us", now: now.getTime() });
    expect(await rowsOfBefore(db, 1000)).not.toContain(id);
    expect(await names({ life: "done" })).toEqual(["Willow"]);
  });
});

describe("choices under a name", () => {
  it("are one's own, kept in place of what had the name, and forgotten", async () => {
    await keepView(db, "p1", { name: "Late", query: "late=yes" }, now);
    await keepView(db, "p1", { name: "Late", query: "late=yes&phase=run" }, now);
    await keepView(db, "p2", { name: "Mine", query: "person=Tobias" }, now);
    expect(await viewsOf(db, "p1")).toEqual([{ name: "Late", query: "late=yes&phase=run" }]);
    await dropView(db, "p2", "Late");
    expect(await viewsOf(db, "p1")).toHaveLength(1);
    await dropView(db, "p1", "Late");
    expect(await viewsOf(db, "p1")).toEqual([]);
  });
});
