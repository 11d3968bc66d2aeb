import { expect, test, type Page } from "@playwright/test";
import { clean } from "./axe";
import { desk, openJob, phone, signedIn } from "./hands";

/** A desk's screen at 200 %, and a phone on its side. */
const zoomed = { viewport: { width: 640, height: 400 }, deviceScaleFactor: 2 } as const;
const onItsSide = { ...phone, viewport: { width: 844, height: 390 } } as const;

const office = [
  "/",
  "/jobs",
  "/catalogue/SF-150",
  "/practice/bowl",
  "/company",
  "/me",
  "/points",
  "/recall",
  "/week",
];
const phases = [
  "site",
  "site/water",
  "site/demand",
  "train",
  "train?at=u1",
  "train/compare?a=design1&b=CT-1465%2BSF-200",
  "train/propose",
  "train/what-if",
  "train/valves",
  "run?step=u1.soak",
  "run?step=u2.lines",
  "run?step=site.hardnessBefore",
  "run/valves",
  "record",
  "about",
];

/** What is wider than the screen, and what is too low for a finger or a pointer. */
const faults = (page: Page, least: number) =>
  page.evaluate((wanted) => {
    const found: string[] = [];
    if (document.scrollingElement!.scrollWidth > innerWidth + 1) found.push("the page moves sideways");
    for (const table of document.querySelectorAll("table"))
      if (!table.caption?.textContent)
        found.push(`a table without a caption: ${table.textContent.slice(0, 40)}`);
    const controls = document.querySelectorAll<HTMLElement>(
      "a[href], button, input:not([type=hidden]), select, textarea, summary",
    );
    for (const control of controls) {
      // A tick box is hit by its words.
      const hit = control.matches("[type=checkbox], [type=radio]")
        ? (control.closest("label") ?? control)
        : control;
      const { width, height } = hit.getBoundingClientRect();
      const isShown = control.checkVisibility() && width > 2;
      const isInText = control.tagName === "A" && getComputedStyle(control).display === "inline";
      if (isShown && !isInText && height < wanted - 0.5)
        found.push(
          `${Math.round(height)} px high: ${(control.textContent || hit.textContent || control.id).trim()}`,
        );
    }
    return found;
  }, least);

for (const [name, screen, least] of [
  ["at 200 %", zoomed, 24],
  ["on a phone", phone, 44],
  ["on a phone on its side", onItsSide, 44],
] as const)
  test(
    `everything fits ${name}, is large enough, and axe finds nothing`,
    { tag: "@long" },
    async ({ browser }) => {
      const { page, context } = await signedIn(browser, "office", screen);
      const job = await openJob(page, "Pell Lane bakery");
      for (const path of [...office, ...phases.map((p) => `/jobs/${job}/${p}`)]) {
        await page.goto(path);
        await expect(page.locator("[data-asleep]")).toHaveCount(0);
        expect(await faults(page, least), path).toEqual([]);
        if (screen !== phone) await clean(page, path);
      }
      await context.close();
    },
  );

test("a step's main button is a finger's size on site, and covers no other where the screen is low", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "tobias", onItsSide);
  await openJob(page, "Pell Lane bakery", "run?step=u2.lines");
  const done = page.getByRole("button", { name: "Done", exact: true });
  await done.scrollIntoViewIfNeeded();
  expect((await done.boundingBox())!.height).toBeGreaterThanOrEqual(56);
  // It stands in its place: nothing of the step lies below it.
  expect(await done.evaluate((b) => getComputedStyle(b.closest("form")!.parentElement!).position)).toBe(
    "static",
  );
  await context.close();
});

test("a window is named after what it shows: page, job, and the step at hand", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await openJob(page, "Pell Lane bakery", "site");
  await expect(page).toHaveTitle("Site · Pell Lane bakery · Brant");
  await page.goto(`/jobs/${job}/run?step=u2.lines`);
  await expect(page).toHaveTitle("Brine line and drain line · Pell Lane bakery · Brant");
  await page.getByRole("button", { name: "After ›" }).click();
  const heading = await page.getByRole("heading", { level: 1 }).innerText();
  await expect(page).toHaveTitle(`${heading} · Pell Lane bakery · Brant`);
  await context.close();
});

test("the rig on a phone is whole at first, and grows by its buttons and two fingers", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "tobias", phone);
  await openJob(page, "Pell Lane bakery", "run/valves");
  const pane = page.getByRole("group", { name: "Drawing of the rig" });
  const width = () => pane.evaluate((p) => p.scrollWidth / p.clientWidth);
  expect(await width()).toBeCloseTo(1, 1);
  await page.getByRole("button", { name: "Larger" }).tap();
  expect(await width()).toBeCloseTo(1.5, 1);
  await page.getByRole("button", { name: "The whole drawing" }).tap();
  expect(await width()).toBeCloseTo(1, 1);
  // Two fingers, twice as far apart.
  const fingers = await context.newCDPSession(page);
  const box = (await pane.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + 60];
  const at = (apart: number) => [
    { x: x - apart, y, id: 1 },
    { x: x + apart, y, id: 2 },
  ];
  await fingers.send("Input.dispatchTouchEvent", { type: "touchStart", touchPoints: at(40) });
  await fingers.send("Input.dispatchTouchEvent", { type: "touchMove", touchPoints: at(60) });
  await fingers.send("Input.dispatchTouchEvent", { type: "touchMove", touchPoints: at(80) });
  await fingers.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  await expect.poll(width).toBeCloseTo(2, 1);
  await context.close();
});
