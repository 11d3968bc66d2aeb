import { expect, test, type Page } from "@playwright/test";
import { clean } from "./axe";
import { designed, sent, stateOf, surveySent } from "./crew";
import { desk, signedIn, survey } from "./hands";
import { opened } from "./walk";

const cupboard = {
  "source.kind": "municipal",
  "source.static": "84 psi",
  "source.flowing": "70 psi",
  "source.flowingAt": "20 gpm",
  "cutin.pipe": "copperL",
  "cutin.size": "1-1/4",
  "cutin.x": "14 in",
  "cutin.height": "92 in",
  "cutin.runs": "right",
  "space.width": "94 in",
  "space.height": "96 in",
  "space.depth": "24 in",
  "fixture.bathroomGroup": "9",
  "fixture.kitchenSink": "9",
  "fixture.clothesWasher": "4",
};

/** The height on the screen of the long level piece of the pipe back to the house. */
const gripOf = (page: Page): Promise<number> =>
  page.locator("[data-pipe=house]").evaluate((line) => {
    const drawn = line as unknown as SVGPolylineElement;
    const points = [...drawn.points].map((p) => p.matrixTransform(drawn.getScreenCTM()!));
    const pieces = points
      .slice(1)
      .map((b, i) => ({ y: points[i]!.y, level: points[i]!.y === b.y, far: Math.abs(b.x - points[i]!.x) }));
    return pieces.filter((p) => p.level).toSorted((p, q) => q.far - p.far)[0]!.y;
  });

test("flats: two and two side by side, their shares, the pressure at the top floor, and how their pipe is cut", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Flats of the test");
  await surveySent(page, job, cupboard);
  await sent(page, job, {
    kind: "designChanged",
    units: [
      { key: "u1", model: "KT-1354", parallel: 2 },
      { key: "u2", model: "SF-300", parallel: 2 },
    ],
    what: "Two and two",
    seen: (await stateOf(page, job)).designSeq,
  });

  await page.goto(`/jobs/${job}/fit`);
  await page.getByRole("button", { name: "Find the best places" }).click();
  await expect(page.locator("[data-fit-verdict]")).toContainText("Good: everything stands");
  await expect(page.locator("[data-on-wall=u2]")).toContainText("SF-300 2");
  const connectors = page.locator("[data-connectors]");
  await expect(connectors).toContainText("KT-1354 1, outlet: 13.8 in long, bent once round the corner");
  await expect(connectors).toContainText("KT-1354 1, inlet: none of its connectors goes on so short a way");
  const shares = page.locator("[data-shares=u2]");
  await expect(shares).toContainText("14.64 gpm, 14.64 gpm");
  // What the house's own pipe and floors take is not known yet, and is not taken for nothing.
  await expect(page.locator("[data-far-tap=unknown]")).toContainText("Unknown");
  await page.getByRole("link", { name: "Measure the farthest tap" }).click();
  await survey(page, { "farTap.rise": "27 ft", "farTap.pipe": "95 ft", "farTap.size": "1 in" });

  await page.goto(`/jobs/${job}/fit`);
  const peak = page.locator("[data-pressure=peak]");
  await expect(peak).toContainText("Check");
  await expect(page.locator("[data-far-tap=unknown]")).toHaveCount(0);
  await expect(page.locator("[data-budget]")).toContainText("12 psi the height of the tap");
  await expect(page.locator("[data-worst-tap]")).toContainText("the farthest tap");
  await surveySent(page, job, { "house.taps": "shower: 30, 120 ft\nkitchen sink: 9, 40 ft" });
  await page.reload();
  await expect(page.locator("[data-worst-tap]")).toContainText("Least at the peak: the shower");
  // Nobody said how the taps hang: on one pipe, where each feels what the others draw.
  const caption = page.locator("[data-pressures=found] caption");
  await expect(caption).toContainText("taps on one pipe, by branches of 9.8 ft, as is assumed");
  await surveySent(page, job, { "house.runs": "own" });
  await page.reload();
  await expect(caption).toContainText("each tap on a pipe of its own");
  await surveySent(page, job, { "house.taps": "" });
  // How far off the wall the house's pipe is decides what leads over from it.
  await expect(page.locator("[data-off-wall]")).toContainText("Unknown: how far the house's pipe stands off");
  await surveySent(page, job, { "cutin.standOff": "3 in" });
  await page.reload();
  await expect(page.locator("[data-off-wall]")).toContainText(
    "offset of 6.5 in: two swivelled 90s at a corner",
  );
  await clean(page, "fit of the flats");
  await expect(page.locator("[data-drain-down]")).toContainText("Nothing of the train is above the cut");
  await page.locator("[data-speeds] summary").click();
  await expect(page.locator("[data-speeds]")).toContainText(/2: .*ft\/s/);
  const salt = page.locator('[data-salt="u2b.salt"]');
  await salt.getByRole("button", { name: "Put the salt tank of SF-300 2 on this wall" }).click();
  await expect(salt).toContainText("no room on this wall within reach of its valve");

  // The pipe back to the house is drawn lower by hand, then let go again.
  const verdict = page.locator("[data-fit-verdict]");
  const byItself = await verdict.textContent();
  const back = page.locator("[data-led=house]");
  await page.evaluate(() => window.scrollTo(0, 0));
  const pipe = (await page.locator("[data-pipe=house]").boundingBox())!;
  const grip = { x: pipe.x + 60, y: await gripOf(page) };
  await page.mouse.move(grip.x, grip.y);
  await page.mouse.down();
  await page.mouse.move(grip.x, grip.y + 8, { steps: 4 });
  await page.mouse.up();
  await expect(back.getByRole("button", { name: "Its own way" })).toBeVisible();
  const above = back.getByLabel("the house, led through, above the floor");
  await above.fill("80 in");
  await above.blur();
  await expect(verdict).toContainText("Good: everything stands");
  await expect(verdict).not.toHaveText(byItself!);
  await expect.poll(async () => (await stateOf(page, job)).held.house?.y).toBe(2032);
  await page.reload();
  await expect(above).toHaveValue("80 in");
  await back.getByRole("button", { name: "Its own way" }).click();
  await expect(verdict).toHaveText(byItself!);
  await expect(back.getByRole("button", { name: "By hand" })).toBeVisible();

  await page.goto(`/jobs/${job}/parts`);
  await expect(page.locator('[data-part="fitting tee-solder-copper-1-1.4"]')).toContainText("6");
  // A reason leads to its pipe on the drawing, which stands out there under the number that the cut list has.
  const tees = page.locator('[data-part="fitting tee-solder-copper-1-1.4"]');
  await tees.locator("summary").click();
  await tees.getByRole("link", { name: /the manifold before SF-300 × 2/ }).click();
  await expect(page).toHaveURL(/fit#pipe-u2\.inlet$/);
  for (const pipe of ["u2.inlet.h1", "u2.inlet.l1", "u2.inlet.l2"])
    await expect(page.locator(`[id='pipe-${pipe}'] polyline`).first()).toHaveClass(/stroke-ink/);
  await page.goBack();
  const bends = page.locator('[data-part="fitting elbow90-solder-copper-1-1.4"]');
  await bends.locator("summary").click();
  await bends.getByRole("link", { name: /from the cut to KT-1354/ }).click();
  const named = page.locator("[id='pipe-r1'] polyline").first();
  await expect(named).toHaveClass(/stroke-ink/);
  const number = (await page.locator("[id='pipe-r1'] text").textContent())!;
  await page.goBack();
  const cut = page.locator("[data-cut-list]");
  await expect(cut.locator("[data-cut-run=r1]")).toContainText(`${number} from the cut to KT-1354`);
  await expect(cut).toContainText("3 new sticks of 10 ft: fewer do not do.");
  await expect(cut).toContainText("No other cut leaves a longer piece of a stick.");
  await expect(cut.locator('[data-cut-run="u1.inlet.h1"]')).toContainText("the manifold before KT-1354 × 2");
  await expect(cut.locator('[data-cut-run="u2.outlet.l2"]')).toContainText("behind SF-300 2");
  const drawing = await page.request.get(`/api/jobs/${job}/wall?paper=LETTER`);
  expect(drawing.headers()["content-type"]).toBe("application/pdf");
  const file = await (await page.request.get(`/api/jobs/${job}/network`)).text();
  for (const unit of ["u1a", "u1b", "u2a", "u2b"]) expect(file).toContain(unit);
  await context.close();
});

test("a loft: the feed of its RO by the network explains the booster", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Loft of the test");
  await surveySent(page, job, {
    ...cupboard,
    "source.static": "47 psi",
    "source.flowing": "42 psi",
    "source.flowingAt": "9 gpm",
    "cutin.size": "3/4",
    "fixture.bathroomGroup": "0",
    "fixture.kitchenSink": "2",
    "fixture.clothesWasher": "0",
    "sink.rise": "19 ft",
  });
  const design = async (units: readonly string[]) =>
    sent(page, job, {
      kind: "designChanged",
      units: units.map((model, i) => ({ key: model === "RO-T5" ? "ro" : `u${i + 1}`, model, parallel: 1 })),
      what: units.join(", "),
      seen: (await stateOf(page, job)).designSeq,
    });
  await design(["CT-1354", "RO-T5"]);
  await page.goto(`/jobs/${job}/fit`);
  await page.getByRole("button", { name: "Find the best places" }).click();
  const feed = page.locator("[data-feed=ro]");
  await expect(feed).toContainText("Feed of RO-T5, which asks for 40 psi");
  // The pipe to it is not measured, but what comes at most is too little already.
  await expect(feed).toContainText("at most");
  await expect(feed).toContainText("Stop");
  await design(["CT-1354", "BP-3", "RO-T5"]);
  await page.reload();
  await expect(feed).toContainText("Feed of RO-T5, before its pump");
  await expect(feed).not.toContainText("Stop");
  await context.close();
});

test("under a sink: whether unit and tank go into the cabinet and why not, its tubes, moved by hand", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Cabinet of the test");
  await sent(page, job, {
    kind: "designChanged",
    units: [{ key: "ro", model: "RO-T5", parallel: 1 }],
    what: "RO",
    seen: (await stateOf(page, job)).designSeq,
  });
  await page.goto(`/jobs/${job}/fit`);
  const cabinet = page.locator("[data-cabinet]");
  await expect(cabinet).toContainText("Unknown: the cabinet is not measured yet");
  await cabinet.getByRole("link", { name: /free width under the sink/ }).click();
  await survey(page, { "sink.width": "28 in", "sink.height": "27 in", "sink.depth": "20 in" });
  const inside = page.locator('[data-field="sink.inside"]');
  await inside.getByRole("textbox").fill("trap: 9, 14, 5, 13 in");
  await inside.getByRole("textbox").blur();
  await expect(inside).toContainText("saved");
  await page.goto(`/jobs/${job}/fit`);
  await expect(cabinet).toContainText("Stop: they do not go into this cabinet");
  await expect(cabinet).toContainText("it fits in a cabinet that much wider");
  await expect(cabinet).toContainText("it fits without the trap");
  await surveySent(page, job, { "sink.width": "42 in" });
  await page.reload();
  await expect(cabinet).toContainText("Good: all of it goes in");
  await expect(page.locator('[data-place="ro.tank"]')).toContainText("on its floor");
  const drawing = await page.request.get(`/api/jobs/${job}/cabinet?paper=LETTER`);
  expect(drawing.headers()["content-type"]).toBe("application/pdf");
  const tubes = page.locator("[data-tubes-list]");
  await expect(tubes).toContainText("white 1/4 in tube, feed: length Unknown");
  await surveySent(page, job, {
    "sink.inside": "trap: 9, 14, 5, 13 in\ncold stop: 38, 16, 2, 3 in\nfaucet hole: 20, 25, 2, 2 in",
    "sink.stopSize": "1/2",
    "sink.hoseSize": "3/8",
  });
  await page.reload();
  await expect(tubes).toContainText(/white 1\/4 in tube, feed: \d+\.\d+ in/);
  await clean(page, "cabinet");

  // The tank is moved by hand: onto the unit it is a Stop, and its tube gets another length with every place.
  const feed = await tubes.getByRole("listitem").nth(2).textContent();
  const left = page.getByRole("textbox", { name: "tank of RO-T5, from the left" });
  await left.fill("30 in");
  await left.press("Enter");
  await expect(tubes.getByRole("listitem").nth(2)).not.toHaveText(feed!);
  const verdict = page.locator("[data-cabinet-verdict]");
  await expect(verdict).toContainText("Good: all of it goes in, as it was placed");
  const unit = page.getByRole("textbox", { name: "RO-T5, from the left", exact: true });
  await unit.fill("28 in");
  await unit.press("Enter");
  await expect(verdict).toContainText("Stop");
  await expect(page.getByRole("button", { name: "Keep it here" })).toHaveCount(0);
  await page.reload();
  await expect(verdict).toContainText("Stop");
  await page.getByRole("button", { name: "Stand them as computed" }).click();
  await expect(verdict).toContainText("Good");

  // What is brought for them, and every joint.
  await tubes.getByRole("link", { name: "white 1/4 in tube" }).click();
  const row = page.locator('[data-tube="ro.t1"]');
  await expect(row).toContainText("the feed adapter's valve");
  await expect(row).toContainText("mark at 0.59 in");
  await expect(page.locator("[data-tube-joints]")).toContainText("1 × 1/4 in, compression");
  await expect(
    page.locator("[data-part]").filter({ hasText: "adapter from the feed adapter's" }),
  ).toHaveCount(1);
  await expect(page.locator("[data-part]").filter({ hasText: "copper" })).toHaveCount(0);
  await clean(page, "tubes");
  await context.close();
});

test("at the cold pipe: a wall RO on the wall that was surveyed, its tubes, and what is missing before", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Smokehouse of the test");
  await sent(page, job, {
    kind: "designChanged",
    units: [{ key: "ro", model: "RO-H", parallel: 1 }],
    what: "RO",
    seen: (await stateOf(page, job)).designSeq,
  });
  await page.goto(`/jobs/${job}/fit`);
  const wall = page.locator("[data-own-wall]");
  await expect(wall).toContainText("Unknown: the wall is not measured yet");
  await surveySent(page, job, {
    "space.width": "80 in",
    "space.height": "96 in",
    "space.depth": "12 in",
    "wall.obstacles": "pipe: 4, 0, 2, 96 in\ndrain: 70, 12, 4, 4 in",
  });
  await page.reload();
  await expect(wall).toContainText("Stop: they do not go on this wall");
  await expect(wall).toContainText("too little depth in front");
  await surveySent(page, job, { "space.depth": "24 in" });
  await page.reload();
  await expect(wall).toContainText("Good: all of it goes in");
  const tubes = page.locator("[data-tubes-list]");
  await expect(tubes).toContainText(/white 1\/4 in tube, feed: \d/);
  await clean(page, "a wall RO on its wall");
  const left = page.getByLabel("RO-H, from the left");
  await left.fill("30 in");
  await left.blur();
  await expect.poll(async () => (await stateOf(page, job)).places.ro?.x).toBe(762);
  const drawing = await page.request.get(`/api/jobs/${job}/wall?paper=A4`);
  expect(drawing.headers()["content-type"]).toBe("application/pdf");
  await context.close();
});

test("two planners on one wall: the second sees what the first did, and loses nothing", async ({
  browser,
}) => {
  const first = await signedIn(browser, "imke", desk);
  const job = await opened(first.page, "Wall of two planners");
  await surveySent(first.page, job, {
    ...cupboard,
    "cutin.pipe": "pex",
    "cutin.size": "1",
    "space.width": "160 in",
  });
  await designed(first.page, job, ["PS-20", "CT-1252"], true);
  const second = await signedIn(browser, "office", desk);
  for (const { page } of [first, second]) {
    await page.goto(`/jobs/${job}/fit`);
    await expect(page.locator("[data-fit-verdict]")).toContainText("Good: everything stands");
  }
  const left = (page: Page, unit: string, name: string) =>
    page.locator(`[data-place="${unit}"]`).getByLabel(`${name}, from the left`);
  await left(first.page, "u2", "CT-1252").fill("80 in");
  await left(first.page, "u2", "CT-1252").blur();
  await expect.poll(async () => (await stateOf(first.page, job)).places.u2?.x).toBe(2032);

  // The second moves the other unit on a page that has not heard of it.
  await left(second.page, "u1", "PS-20").fill("40 in");
  await left(second.page, "u1", "PS-20").blur();
  await expect(second.page.getByText(/Someone changed this job meanwhile/)).toBeVisible();
  await expect(left(second.page, "u1", "PS-20")).toHaveValue("40 in");
  await expect(left(second.page, "u2", "CT-1252")).toHaveValue("80 in");
  await second.page.locator('[data-place="u1"]').getByRole("button", { name: "Keep it here" }).click();
  await expect.poll(async () => (await stateOf(first.page, job)).places.u1?.x).toBe(1016);
  expect((await stateOf(first.page, job)).places.u2?.x).toBe(2032);
  await first.context.close();
  await second.context.close();
});
