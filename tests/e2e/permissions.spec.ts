import { expect, test, type Page } from "@playwright/test";
import { logKinds } from "@/core/log/list";
import { permissions, type Action } from "@/server/permissions";
import { base, freshId, openJob, signedIn } from "./hands";

/** Somebody of each role, and what the server calls it. */
const crew = { office: "owner", imke: "planner", tobias: "installer", sunniva: "apprentice" } as const;
const origin = { origin: new URL(base).origin };
type Ask = (page: Page, job: string) => Promise<number>;

/** A page or an answer that is fetched. Who may not see a page is led to one that says so. */
const got =
  (path: (job: string) => string): Ask =>
  async (page, job) => {
    const response = await page.request.get(path(job), { maxRedirects: 0 });
    const to = response.headers().location ?? "";
    if (to.includes("not-yours")) return 403;
    return to.includes("sign-in") ? 401 : response.status();
  };
/** Something that is sent; it lacks what it would take, because only who may send it is asked. */
const sent =
  (path: (job: string) => string, data: string | Record<string, unknown> = "x"): Ask =>
  async (page, job) =>
    (await page.request.post(path(job), { headers: origin, data })).status();

/** Everything of the server that asks for a permission beside the kinds of the log, by the action that it asks for. */
const doors: readonly (readonly [Action, string, Ask])[] = [
  ["viewJobs", "today", got(() => "/")],
  ["viewJobs", "jobs", got(() => "/jobs")],
  ["viewJobs", "a job", got((job) => `/jobs/${job}/site`)],
  ["viewJobs", "practice", got(() => "/practice")],
  ["viewJobs", "entries", got((job) => `/api/jobs/${job}/entries?after=0`)],
  ["viewJobs", "the valve card", got((job) => `/api/jobs/${job}/valves/card`)],
  ["viewJobs", "find", got(() => "/api/find?q=pell")],
  ["viewFile", "a file", got(() => `/api/files/${freshId()}`)],
  ["viewCatalogue", "the catalogue", got(() => "/catalogue")],
  ["viewCatalogue", "recipes", got(() => "/catalogue/recipes")],
  ["viewCatalogue", "the catalogue's file", got(() => "/api/catalogue")],
  ["viewCatalogue", "a sheet", got(() => `/api/sheets/${freshId()}`)],
  ["manageCatalogue", "a new unit", got(() => "/catalogue/new")],
  ["manageCatalogue", "a unit's change", got(() => "/catalogue/PS-20/change")],
  ["manageCatalogue", "reading units", sent(() => "/api/catalogue/read")],
  ["manageCatalogue", "taking units", sent(() => "/api/catalogue/take")],
  ["manageCatalogue", "a unit's sheet", sent(() => "/api/catalogue/PS-20/sheets")],
  ["manageCompany", "the company", got(() => "/company")],
  ["managePeople", "people", got(() => "/people")],
  ["managePeople", "what was done", got(() => "/people/audit")],
  ["manageSelf", "oneself", got(() => "/me")],
  ["exportRecord", "the record", got((job) => `/api/jobs/${job}/record?as=readings`)],
  ["exportRecord", "a bundle", got((job) => `/api/jobs/${job}/record?as=bundle`)],
  ["importBundle", "an import", sent(() => "/api/import")],
  ["addFile", "a photo", sent((job) => `/api/jobs/${job}/files?id=${freshId()}`)],
  ...logKinds.map(
    ({ kind }) =>
      [
        kind,
        `the entry ${kind}`,
        sent((job) => `/api/jobs/${job}/entries`, { kind, id: freshId(), lacks: "everything" }),
      ] as const,
  ),
];

test("every permission has a door, and every door is asked for", () => {
  const asked = new Set(doors.map(([action]) => action));
  expect([...asked].toSorted()).toEqual(Object.keys(permissions).toSorted());
});

for (const [who, role] of Object.entries(crew))
  test(`${role}: every door opens to whom it is open, and to nobody else`, async ({ browser }) => {
    test.setTimeout(180_000);
    const { page, context } = await signedIn(browser, who);
    const job = await openJob(page, "Pell Lane bakery");
    const found: string[] = [];
    for (const [action, name, ask] of doors) {
      const status = await ask(page, job);
      const isOpen = (permissions[action] as readonly string[]).includes(role);
      if ((status === 403) === isOpen || status === 401 || status >= 500)
        found.push(`${name}: ${status}, ${isOpen ? "open" : "shut"} to ${role}`);
    }
    expect(found).toEqual([]);
    await context.close();
  });

test("nobody who is not signed in passes a door", async ({ browser }) => {
  test.setTimeout(180_000);
  const known = await signedIn(browser, "imke");
  const job = await openJob(known.page, "Pell Lane bakery");
  const context = await browser.newContext({ baseURL: base });
  const page = await context.newPage();
  const found: string[] = [];
  for (const [, name, ask] of doors) {
    const status = await ask(page, job);
    if (status !== 401) found.push(`${name}: ${status}`);
  }
  expect(found).toEqual([]);
  await context.close();
  await known.context.close();
});
