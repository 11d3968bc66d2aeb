import { expect, test } from "@playwright/test";
import { clean } from "./axe";
import { desk, openJob, phone, signedIn } from "./hands";

const train = [
  "train",
  "train/compare?a=design1&b=CT-1465%2BSF-200",
  "train?at=u1",
  "train?at=u2",
  "train?at=u4",
  "train?at=house",
  "train/propose",
  "train/what-if",
  "train/valves",
];
const rest = [
  "site",
  "site/water",
  "site/demand",
  "run",
  "run?step=u1.soak",
  "run?step=u1.trickle",
  "run?step=site.hardnessBefore",
  "run?step=u3.serial",
  "run/valves",
  "record",
];
for (const [name, screen] of [
  ["bench", desk],
  ["wet hands", phone],
] as const) {
  for (const [what, phases] of [
    ["design", train],
    ["survey, run and record", rest],
  ] as const)
    test(`axe finds nothing on a job's ${what}, ${name}`, { tag: "@long" }, async ({ browser }) => {
      const { page, context } = await signedIn(browser, "office", screen);
      const job = await openJob(page, "Pell Lane bakery");
      for (const phase of phases) {
        await page.goto(`/jobs/${job}/${phase}`);
        await clean(page, phase);
      }
      await context.close();
    });
  test(`axe finds nothing on the office's screens, ${name}`, { tag: "@long" }, async ({ browser }) => {
    const { page, context } = await signedIn(browser, "office", screen);
    for (const path of [
      "/",
      "/jobs",
      "/company",
      "/people",
      "/me",
      "/not-yours",
      "/catalogue",
      "/catalogue/SF-150",
      "/catalogue/RO-T5/change",
      "/catalogue/new",
      "/catalogue/recipes",
      "/catalogue/recipes/softener",
      "/catalogue/recipes/softener/change",
      "/practice",
      "/practice/bowl",
    ]) {
      await page.goto(path);
      await clean(page, path);
    }
    await openJob(page, "Hollin Weir smokehouse", "record");
    await clean(page, "record with a Stop");
    await page.goto("/jobs");
    await page.getByRole("button", { name: "Open a job" }).click();
    await clean(page, "open a job");
    await context.clearCookies();
    await page.goto("/sign-in");
    await clean(page, "sign-in");
    await context.close();
  });
}

test("everything can be reached and done by keyboard", { tag: "@long" }, async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke");
  // The page listens once its scripts run; on a busy machine that is later than its first picture.
  const keys = page.getByRole("dialog", { name: "Keys" });
  await expect(async () => {
    if ((await keys.count()) === 0) await page.keyboard.press("?");
    await expect(keys).toBeAttached({ timeout: 2000 });
  }).toPass({ timeout: 20_000 });
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.keyboard.press("/");
  await page.getByLabel("Find", { exact: true }).fill("lighthouse");
  await expect(page.getByRole("option").first()).toContainText("Kittle Point");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/train/);
  for (const [key, url] of [
    ["1", /\/site/],
    ["6", /\/run/],
    ["7", /\/record/],
    ["2", /\/train/],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page).toHaveURL(url);
  }
  await page.locator("[data-line-station]").first().focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.locator(":focus")).toHaveAttribute("data-line-station", "u1");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("PS-20");
  await page.keyboard.press("e");
  await expect(page.getByRole("dialog", { name: "Change PS-20" })).toBeAttached();
  await page.getByLabel("Place", { exact: false }).last().fill("behind the door");
  await page.keyboard.press("Escape");
  await page.keyboard.press("e");
  await expect(page.getByLabel("Place", { exact: false }).last()).toHaveValue("behind the door");
  await page.keyboard.press("Escape");
  await context.close();
});

test("at 200 % zoom nothing runs off the side, and motion is off when asked", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", {
    viewport: { width: 640, height: 400 },
  } as never);
  await page.emulateMedia({ reducedMotion: "reduce" });
  const job = await openJob(page, "Pell Lane bakery");
  for (const path of [
    "/",
    "/jobs",
    `/jobs/${job}/site`,
    `/jobs/${job}/train`,
    `/jobs/${job}/train?at=u2`,
    `/jobs/${job}/run`,
    `/jobs/${job}/record`,
  ]) {
    await page.goto(path);
    const wide = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(wide, path).toBeLessThanOrEqual(1);
  }
  expect(
    await page.evaluate(() =>
      [...document.querySelectorAll("*")].some((e) => parseFloat(getComputedStyle(e).transitionDuration) > 0),
    ),
  ).toBe(false);
  await context.close();
});

test("times are shown in the company's zone", async ({ browser }) => {
  const context = await browser.newContext({
    ...desk,
    baseURL: process.env.BRANT_TEST_BASE!,
    timezoneId: "Pacific/Auckland",
  });
  const page = await context.newPage();
  const { signIn } = await import("./hands");
  await signIn(page, "imke");
  const { now } = (await (await page.request.get("/api/time")).json()) as { now: number };
  const wanted = new Intl.DateTimeFormat("en-GB", {
    timeZone: "Europe/Amsterdam",
    hour: "2-digit",
    hourCycle: "h23",
  }).format(new Date(now));
  await expect(page.getByRole("heading", { level: 1 })).toContainText(`${wanted}:`);
  await context.close();
});

test("axe finds nothing on any part of the interface, on either ground", async ({ page }) => {
  await page.goto("/parts");
  const grounds = page.locator("[data-ground]");
  await expect(grounds).toHaveCount(2);
  await clean(page, "parts");
  for (const ground of await grounds.all())
    for (const sheet of ["plain", "keys", "find"]) {
      await ground.getByRole("button", { name: `Open the ${sheet} sheet` }).click();
      await expect(page.getByRole("dialog")).toBeAttached();
      await clean(page, `the ${sheet} sheet`);
      await page.keyboard.press("Escape");
      await expect(page.getByRole("dialog")).toHaveCount(0);
    }
});
