import { execFileSync } from "node:child_process";
import { strToU8, zipSync } from "fflate";
import { expect, test, type Page } from "@playwright/test";
import { desk, freshId, openJob, post, signedIn } from "./hands";

// What takes long is made beside the server, within a time; meanwhile everybody else is answered.

/**
 * The first look at a page, its code not loaded yet, may keep the server's own thread for so long, ms; what
 * was moved beside it took seconds to minutes.
 */
const KEPT = 600;

/**
 * Asks whether the server is well while something else is at work; `longest` is what its own thread was
 * kept for at once meanwhile, ms: other programs of the machine take their time too.
 */
async function healthWhile<T>(page: Page, work: Promise<T>): Promise<{ longest: number; made: T }> {
  expect((await page.request.post("/api/test/loop")).status()).toBe(200);
  let isDone = false;
  const made = work.finally(() => {
    isDone = true;
  });
  while (!isDone) {
    expect((await page.request.get("/api/health")).status()).toBe(200);
    await page.waitForTimeout(50);
  }
  const { ownLongest } = (await (await page.request.get("/api/test/loop")).json()) as { ownLongest: number };
  return { longest: ownLongest, made: await made };
}

/** A job with as many tanks side by side as a rig holds. */
async function wideJob(page: Page): Promise<string> {
  const job = freshId();
  const opened = { kind: "jobOpened", id: freshId(), name: "Twenty tanks", place: "Quay", about: "" };
  expect((await post(page, job, opened)).status()).toBe(200);
  const units = [
    { key: "a", model: "CT-1354", parallel: 6 },
    { key: "b", model: "SF-150", parallel: 6 },
    { key: "c", model: "PS-20", parallel: 6 },
    { key: "d", model: "UV-45", parallel: 2 },
  ];
  const design = { kind: "designChanged", id: freshId(), units, what: "Twenty tanks", seen: 0 };
  expect((await post(page, job, design)).status()).toBe(200);
  return job;
}

test("the papers of the largest rig keep nobody waiting", { tag: "@long" }, async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await wideJob(page);
  const papers = ["valves/card", "valves/svg", "record?as=record"].map((paper) =>
    page.request.get(`/api/jobs/${job}/${paper}`, { timeout: 200_000 }),
  );
  const valves = page.goto(`/jobs/${job}/train/valves`);
  const { longest, made } = await healthWhile(page, Promise.all([...papers, valves]));
  expect(made.map((answer) => answer?.status())).toEqual([200, 200, 200, 200]);
  expect(longest).toBeLessThan(KEPT);
  await expect(page.getByRole("heading", { name: "Valves" })).toBeVisible();
  const card = execFileSync("pdftotext", ["-", "-"], {
    input: await (made[0] as Awaited<(typeof papers)[number]>).body(),
    encoding: "utf8",
  });
  expect(card).toContain("Water off");
  await context.close();
});

test("a spreadsheet that holds more than a list of units can is refused at once", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "office", desk);
  const sheet = (xml: string | Uint8Array) =>
    zipSync({ "xl/worksheets/sheet1.xml": typeof xml === "string" ? strToU8(xml) : xml });
  const hostile = [
    sheet('<sheetData><row r="1048576"><c r="XFD1048576"/></row></sheetData>'),
    sheet(new Uint8Array(200 * 1024 * 1024)),
  ];
  for (const data of hostile) {
    const read = page.request.post("/api/catalogue/read", {
      headers: { origin: new URL(page.url()).origin },
      data: Buffer.from(data),
    });
    const { longest, made } = await healthWhile(page, read);
    expect(made.status()).toBe(422);
    expect(((await made.json()) as { error: string }).error).toMatch(/more than a list of units can/);
    expect(longest).toBeLessThan(KEPT);
  }
  await context.close();
});

test("no page keeps the server from answering", { tag: "@long" }, async ({ browser }) => {
  test.setTimeout(300_000);
  const { page, context } = await signedIn(browser, "office", desk);
  const job = await openJob(page, "Lighthouse");
  const wide = await wideJob(page);
  const ofWide = ["train", "train/valves", "train/what-if", "run", "record"].map(
    (at) => `/jobs/${wide}/${at}`,
  );
  const ofJob = ["site", "train", "train/valves", "train/compare", "train/what-if", "train/propose", "run"]
    .concat(["run/valves", "record", "site/water", "site/demand"])
    .map((phase) => `/jobs/${job}/${phase}`);
  const papers = ["valves/card", "valves/svg", "valves/json", "record?as=record", "record?as=pack"]
    .concat(["record?as=bundle", "record?as=readings", "entries?after=0"])
    .map((paper) => `/api/jobs/${job}/${paper}`);
  const desks = [
    "/",
    "/jobs",
    "/catalogue",
    "/catalogue/SF-150",
    "/catalogue/recipes",
    "/practice",
    "/me",
  ].concat([
    "/people",
    "/company",
    "/schema",
    "/api/catalogue?as=xlsx",
    "/api/find?q=SF",
    "/practice/seed-7",
  ]);
  const addresses = [...desks, ...ofJob, ...ofWide, ...papers];
  const visit = async () => {
    for (const address of addresses) {
      const status = (await page.request.get(address)).status();
      expect([address, status < 500]).toEqual([address, true]);
    }
  };
  await visit();
  expect((await page.request.post("/api/test/loop")).status()).toBe(200);
  for (let i = 0; i < 3; i += 1) await visit();
  const loop = (await (await page.request.get("/api/test/loop")).json()) as Record<
    "p999" | "longest" | "ownLongest",
    number
  >;
  test.info().annotations.push({ type: "event loop", description: JSON.stringify(loop) });
  // Other programs of the machine keep the loop waiting too: what counts is what the server does itself.
  expect(loop.ownLongest).toBeLessThanOrEqual(200);
  await context.close();
});
