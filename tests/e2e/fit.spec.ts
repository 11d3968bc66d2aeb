import { expect, test } from "@playwright/test";
import { measuredWall } from "../unit/placing";
import { clean } from "./axe";
import { designed, stateOf, surveySent } from "./crew";
import { desk, press, signedIn, survey } from "./hands";
import { addUnits, opened } from "./walk";

const answers = {
  "source.kind": "Municipal",
  "source.static": "400 kPa",
  "cutin.pipe": "PEX",
  "cutin.size": "1 in",
  "cutin.x": "300 mm",
  "cutin.height": "1900 mm",
  "cutin.runs": "To the right",
  "space.width": "1500 mm",
  "space.height": "2400 mm",
  "space.depth": "700 mm",
};

test("a tight wall: placed by computation and by hand, judged at once, and why it does not fit", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Wall of the test");
  await page.goto(`/jobs/${job}/fit`);
  await expect(page.locator("[data-no-wall]")).toContainText("nothing to place on a wall");
  await expect(page.locator("[data-no-wall]")).toContainText("Cut-in: above the floor");

  await page.goto(`/jobs/${job}/site`);
  await survey(page, answers);
  const obstacles = page.locator('[data-field="wall.obstacles"]');
  await obstacles.getByRole("textbox").fill("heater: 900 mm, 0, 500 mm");
  await obstacles.getByRole("textbox").blur();
  await expect(obstacles).toContainText("Line 1: write four lengths");
  await obstacles.getByRole("textbox").fill("heater: 900 mm, 0, 500 mm, 1300 mm");
  await obstacles.getByRole("textbox").blur();
  await expect(obstacles).toContainText("saved");
  await addUnits(page, job, ["CT-1054", "SF-100"]);

  await page.goto(`/jobs/${job}/fit`);
  const verdict = page.locator("[data-fit-verdict]");
  await expect(verdict).toContainText("Unknown: 2 of 2 not placed yet");
  await expect(page.locator("[data-salt-tank]")).toContainText("Not on this wall: the salt tank of SF-100");
  await page.getByRole("button", { name: "Find the best places" }).click();
  // Tees, shut-offs and the room over the tanks leave no way from a pipe of 1900 mm.
  await expect(page.locator("[data-why-not]")).toContainText("no way is left for the pipes");
  await expect(page.locator("[data-why-not]")).toContainText(/cut (3\.9|7\.9) in higher/);
  await page.goto(`/jobs/${job}/site`);
  await survey(page, { "cutin.height": "2100 mm" });
  await page.goto(`/jobs/${job}/fit`);
  await page.getByRole("button", { name: "Find the best places" }).click();
  await expect(verdict).toContainText("Good: everything stands");
  await expect(page.locator("[data-pressure=shower]")).toBeVisible();
  await expect(page.locator("[data-pressures=found]")).toContainText("Unknown: the design peak");
  await expect(page.locator("[data-placed]")).toContainText("none takes less pipe");
  await clean(page, "fit");
  // Between the softener and the heater there is no room for its salt.
  const salt = page.locator('[data-salt="u2.salt"]');
  const putSalt = salt.getByRole("button", { name: "Put the salt tank of SF-100 on this wall" });
  await putSalt.click();
  await expect(salt).toContainText("no room on this wall within reach of its valve");

  const carbon = page.locator('[data-place="u1"]');
  const fromLeft = carbon.getByLabel("CT-1054, from the left");
  await page.reload();
  await expect(verdict).toContainText("Good: everything stands");
  const best = await fromLeft.inputValue();

  await fromLeft.fill("36 in");
  await fromLeft.blur();
  await expect(verdict).toContainText("Stop: CT-1054 and the heater are in each other's way");
  await expect(verdict).toContainText("SF-100 stands before CT-1054");
  await fromLeft.fill("nowhere");
  await fromLeft.blur();
  await expect(carbon).toContainText("a number is expected here");
  await expect(fromLeft).toHaveValue("nowhere");
  await fromLeft.fill(best);
  await fromLeft.blur();
  await expect(verdict).toContainText("Good: everything stands");

  // The next move does not wait until the page has heard of the one before.
  const drawn = page.locator('[data-on-wall="u2"]');
  await drawn.focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press("ArrowRight");
  await page.locator('[data-place="u2"]').getByRole("button", { name: "Keep it here" }).click();
  await expect(page.getByRole("button", { name: "Keep it here" })).toHaveCount(0);
  const softener = page.locator('[data-place="u2"]').getByLabel("SF-100, from the left");
  const after = await softener.inputValue();
  await page.reload();
  await expect(softener).toHaveValue(after);

  await page.evaluate(() => window.scrollTo(0, 0));
  const box = (await drawn.boundingBox())!;
  const other = (await page.locator('[data-on-wall="u1"]').boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(other.x + other.width / 2, box.y + box.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(verdict).toContainText("in each other's way");
  // It is kept once nothing is left to be kept.
  await expect(page.getByRole("button", { name: "Keep it here" })).toHaveCount(0);
  await page.reload();
  await expect(verdict).toContainText("in each other's way");

  // What is on the wall is put there by number or by hand, and taken away again.
  const tools = page.locator("[data-obstacles]");
  await tools.getByText("What is on this wall already").click();
  await tools.getByLabel("What is there").selectOption({ label: "shelf" });
  for (const [side, mm] of [
    ["From the left", "200 mm"],
    ["Above the floor", "2000 mm"],
    ["Wide", "300 mm"],
    ["High", "200 mm"],
  ] as const)
    await tools.getByLabel(side).fill(mm);
  const put = tools.getByRole("button", { name: "Put it on the wall" });
  await put.click();
  await expect(tools).toContainText("The shelf stands where the pipe is cut");
  await expect(tools.getByLabel("Wide")).toHaveValue("300 mm");
  await tools.getByRole("button", { name: "Draw it on the wall" }).click();
  await expect(page.locator("[data-draw-here]")).toBeInViewport();
  const wall = (await page.locator("[data-draw-here]").boundingBox())!;
  await page.mouse.move(wall.x + 0.8 * wall.width, wall.y + 0.1 * wall.height);
  await page.mouse.down();
  await page.mouse.move(wall.x + 0.95 * wall.width, wall.y + 0.2 * wall.height, { steps: 4 });
  await page.mouse.up();
  await expect(tools.getByLabel("Wide")).not.toHaveValue("300 mm");
  await put.click();
  const shelf = tools.getByRole("listitem").filter({ hasText: "shelf" });
  await expect(shelf).toBeVisible();
  await expect(page.locator("[data-draw-here]")).toHaveCount(0);
  await clean(page, "obstacles on fit");
  await tools.getByRole("button", { name: "Take away: shelf" }).click();
  await expect(shelf).toHaveCount(0);

  // The softener was dragged to the left: now its salt has room.
  await putSalt.click();
  await expect(page.locator('[data-on-wall="u2.salt"]')).toBeVisible();
  await expect(page.locator("[data-salt-tank]")).toHaveCount(0);
  await salt.getByRole("button", { name: "Take the salt tank of SF-100 off this wall" }).click();
  await expect(page.locator('[data-on-wall="u2.salt"]')).toHaveCount(0);

  // A network that somebody else drew.
  await page.getByText("Look at another network").click();
  const file = page.getByLabel(/A file as EPANET reads it/);
  await file.setInputFiles({
    name: "letter.inp",
    mimeType: "text/plain",
    buffer: Buffer.from("Dear neighbour"),
  });
  await expect(page.locator("[data-network-file=refused]")).toContainText("it is no EPANET input file");
  await file.setInputFiles({
    name: "street.inp",
    mimeType: "text/plain",
    buffer: Buffer.from(
      [
        ...["[JUNCTIONS]", "tap 1.5 12", "[RESERVOIRS]", "street 40", "[PIPES]", "line street tap 12 20 140"],
        ...["[PUMPS]", "p1 street tap HEAD c1", "[OPTIONS]", "UNITS LPM", "HEADLOSS H-W", "[END]"],
      ].join("\n"),
    ),
  });
  const found = page.locator("[data-network-file=read]");
  await expect(found).toContainText("Not understood, and left out:");
  await expect(found).toContainText("[PUMPS], 1 row");
  await expect(found.locator("[data-served=tap]")).toContainText("Good");

  await page.goto(`/jobs/${job}/site`);
  // A question comes to life when it is touched; what was selected before that is selected no more.
  await press(obstacles.getByRole("textbox"));
  await obstacles.getByRole("textbox").clear();
  await obstacles.getByRole("textbox").blur();
  await expect(obstacles).toContainText("saved");
  await survey(page, { "space.width": "600 mm" });
  await page.goto(`/jobs/${job}/fit`);
  await page.getByRole("button", { name: "Find the best places" }).click();
  // 75 + 257 + 75 + 229 + 75 = 711 mm are needed, found to the next ten.
  await expect(page.locator("[data-why-not]")).toContainText("4.7 in too narrow");
  await context.close();
});

test("a housing whose head is not level with its tank's is hung level by one press", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Heads of the test");
  await surveySent(page, job, measuredWall);
  await designed(page, job, ["PS-20", "CT-1354"], true);
  await page.goto(`/jobs/${job}/fit`);
  const height = page.getByLabel("PS-20, above the floor");
  await height.fill("50 in");
  await height.blur();
  await expect.poll(async () => (await stateOf(page, job)).places.u1?.y).toBe(1270);
  const heads = page.locator("[data-heads]");
  await expect(heads).toContainText("Check: the heads of PS-20 and CT-1354 are");
  await heads.getByRole("button", { name: "Hang PS-20 level" }).click();
  await expect(heads.getByText("out of level")).toHaveCount(0);
  await expect.poll(async () => (await stateOf(page, job)).places.u1?.y).not.toBe(1270);
  await context.close();
});
