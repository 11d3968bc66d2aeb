import { expect, test } from "@playwright/test";
import { clean } from "./axe";
import { measuredWall } from "../unit/placing";
import { designed, sent, stateOf, surveySent } from "./crew";
import { desk, freshId, phone, post, press, signedIn, survey } from "./hands";
import { addUnits, opened } from "./walk";

const wall = {
  "source.kind": "municipal",
  "source.static": "400 kPa",
  "cutin.x": "300 mm",
  "cutin.height": "2200 mm",
  "cutin.runs": "right",
  "wall.substrate": "concrete",
  "space.width": "3000 mm",
  "space.height": "2500 mm",
  "space.depth": "900 mm",
};

test("a placed train says what to bring and why, how it is cut, and how it is joined; another joint changes the list", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Parts of the test");
  await surveySent(page, job, wall);
  await addUnits(page, job, ["PS-20", "SF-100"]);

  await page.goto(`/jobs/${job}/parts`);
  const none = page.locator("[data-no-parts]");
  await expect(none).toContainText("nobody said what the house's pipe is made of");
  await none.getByRole("link", { name: "Cut-in: pipe" }).click();
  await expect(page).toHaveURL(/site#cutin\.pipe/);
  await survey(page, { "cutin.pipe": "Copper, type L", "cutin.size": "1 in" });
  await page.goto(`/jobs/${job}/parts`);
  await expect(none).toContainText("2 of 2 units have no place on the wall yet");
  const network = `/api/jobs/${job}/network`;
  expect((await page.request.get(network)).status()).toBe(409);
  await none.getByRole("link", { name: "Place the units on the wall" }).click();
  await page.getByRole("button", { name: "Find the best places" }).click();
  await expect(page.locator("[data-fit-verdict]")).toContainText("Good: everything stands");
  const file = await page.request.get(network);
  expect(file.headers()["content-disposition"]).toContain("-network.inp");
  expect(await file.text()).toContain("[PIPES]");
  await expect(page.getByRole("link", { name: "The network as .inp" })).toHaveAttribute("href", network);
  await page.getByRole("link", { name: "What to bring for it" }).click();

  const list = page.locator("[data-take-off]");
  const line = (id: string) => list.locator(`[data-part="${id}"]`);
  await expect(line("units SF-100")).toBeVisible();
  const onPaper = page.getByRole("link", { name: "List, A4" });
  const paper = await page.request.get((await onPaper.getAttribute("href"))!);
  expect(paper.headers()["content-type"]).toBe("application/pdf");
  await expect(page.locator("[data-templates]")).toContainText("PS-20: two holes of 0.24 in, 3.94 in apart");
  const sheets = page.getByRole("link", { name: "Templates, Letter" });
  const template = await page.request.get((await sheets.getAttribute("href"))!);
  expect(template.headers()["content-type"]).toBe("application/pdf");
  await expect(line("fitting tee-solder-copper-1")).toContainText("2");
  await expect(line("fitting valve-solder-copper-1")).toContainText("3");
  await expect(line("tool torch and heat mat")).toBeVisible();
  await expect(line("anchor concrete")).toContainText("Unknown");
  const adapters = line("fitting adapter-pushfit-copper-1-male");
  await adapters.locator("summary").click();
  await expect(adapters.locator("[data-why]")).toContainText("from the cut to PS-20");
  await expect(adapters.locator("[data-why]")).toContainText("from PS-20 to SF-100");
  const cut = page.locator("[data-cut-list]");
  await expect(cut).toContainText("fewer do not do");
  await expect(cut.locator('[data-cut-run="r1"]')).toContainText("measured on site");
  const onWall = page.locator('[data-joints-at="wall"]');
  await expect(onWall).toContainText("solder");
  const screwed = page.locator('[data-joints-at="bench"]');
  // Plastic threads of a housing: tape alone, as its own manual says.
  await expect(screwed).toContainText("tape only, 5 turns");
  await expect(screwed).toContainText("By the unit's manual: hand-tight and ½ to 1 turn, never more");
  await clean(page, "parts");

  // Another row of fittings at a port: the list is of that one then.
  const inlet = page.getByRole("combobox", { name: "SF-100, inlet" });
  const first = await inlet.locator("option").first().textContent();
  await inlet.selectOption({ index: 1 });
  await expect(page.locator("[data-transitions]")).not.toContainText("Not kept");
  const second = (await inlet.locator("option").nth(1).textContent())!.replace(/^[^:]*: /, "").split(", ");
  expect(second.join()).not.toBe(first);
  for (const what of second) await expect(list.getByText(what, { exact: true }).first()).toBeVisible();
  await inlet.selectOption({ index: 0 });
  await expect(adapters.locator("[data-why]")).toContainText("from PS-20 to SF-100");

  const chosen = (school: string, option: string) =>
    post(page, job, { id: freshId(), kind: "schoolChosen", school, option, why: "No flame in this house" });
  expect((await chosen("trainPipe", "pex")).ok()).toBe(true);
  expect((await chosen("pex", "clamp")).ok()).toBe(true);
  await page.goto(`/jobs/${job}/fit`);
  await page.getByRole("button", { name: "Find the best places" }).click();
  await expect(page.locator("[data-fit-verdict]")).toContainText("Good: everything stands");
  await page.goto(`/jobs/${job}/parts`);
  await expect(line("fitting coupling-pushfit-pex-copper-1")).toContainText("2");
  await expect(line("ring 1 clamp")).toContainText("1 in stainless clamp ring");
  await expect(line("spare 1 clamp")).toBeVisible();
  await expect(line("tool clamp tool and gauge")).toBeVisible();
  await expect(cut).toContainText("Off the coil");
  await context.close();

  const { page: small, context: pocket } = await signedIn(browser, "imke", phone);
  await small.goto(`/jobs/${job}/parts`);
  await expect(small.locator("[data-take-off]")).toBeVisible();
  const overflow = await small.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBeLessThanOrEqual(0);

  // The van is packed on the phone, where there may be no signal.
  const tally = small.locator("[data-packed]");
  await expect(tally).toContainText("In the van: 0 of");
  const tickOf = (id: string) => small.locator(`[data-part="${id}"]`).getByRole("checkbox");
  await press(tickOf("units SF-100"));
  await expect(tickOf("units SF-100")).toBeChecked();
  await pocket.setOffline(true);
  await press(tickOf("units PS-20"));
  await expect(tickOf("units PS-20")).toBeChecked();
  await expect(tally).toContainText("In the van: 2 of");
  await pocket.setOffline(false);
  const missing = small.locator('[data-part="ring 1 clamp"]');
  await press(missing.locator("summary"));
  await press(missing.getByRole("button", { name: "Not to be had" }));
  await expect(missing.locator("[data-missing]")).toContainText(
    "What waits for it: what is built at the bench; the pipes of the train on the wall",
  );
  const elbow = small.locator('[data-part="fitting elbow90-crimp-pex-1"]');
  await press(elbow.locator("summary"));
  await press(elbow.getByRole("button", { name: "Not to be had" }));
  await expect(elbow.locator("[data-missing]")).toContainText(/Would do instead.*push-fit/);
  await expect(tally).toContainText(/Missing: .*1 PEX insert 90° elbow/);
  await clean(small, "packing");
  // What was packed without a signal has come through as well.
  await small.reload();
  await expect(tickOf("units PS-20")).toBeChecked();
  await expect(small.locator("[data-notice]").filter({ hasText: "Missing: " })).toBeVisible();
  await press(missing.locator("summary"));
  await press(missing.getByRole("button", { name: "It is to be had after all" }));
  await expect(missing.locator("[data-missing]")).toHaveCount(0);
  await pocket.close();
});

test("units that are in each other's way have no list of pipes, but a Stop that leads to Fit", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "In the way of the test");
  await surveySent(page, job, { ...wall, "cutin.pipe": "copperL", "cutin.size": "1" });
  await addUnits(page, job, ["PS-20", "SF-100"]);
  const { units, designSeq } = await stateOf(page, job);
  const at = { x: 1000, y: 0, lies: false, mirrored: false };
  const places = Object.fromEntries(units.map((u) => [u.key, at]));
  const put = { id: freshId(), kind: "unitsPlaced", places, what: "both in one place", seen: designSeq };
  expect((await post(page, job, put)).ok()).toBe(true);
  await page.goto(`/jobs/${job}/parts`);
  const none = page.locator("[data-no-parts]");
  await expect(none).toContainText("Stop: something is in the way where a unit stands; Fit says what");
  await expect(page.locator('[data-part^="pipe "]')).toHaveCount(0);
  await expect(page.locator('[data-part="units SF-100"]')).toBeVisible();
  await none.getByRole("link", { name: "Place the units on the wall" }).click();
  await expect(page.locator("[data-fit-verdict]")).toContainText("Stop");
  await context.close();
});

test("a tight closet: two kinds of wall, a transition, no 45s in PEX; labels, and what a changed design gains and loses", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Closet of the test");
  const closet = {
    ...measuredWall,
    "source.kind": "municipal",
    "source.static": "58 psi",
    "source.flowing": "50 psi",
    "source.flowingAt": "8 gpm",
    "fixture.bathroomGroup": "1",
    "wall.substrate": "metalStud,concrete",
    "wall.strips": "metal stud: 0, 60 in\nconcrete: 60, 60 in",
    "space.width": "120 in",
    "space.depth": "30 in",
    "cutin.standOff": "2 in",
  };
  await surveySent(page, job, closet);
  await designed(page, job, ["PS-20", "CT-1354", "CN-40"], true);
  await page.goto(`/jobs/${job}/parts`);
  const line = (id: string) => page.locator(`[data-part="${id}"]`);
  // The housing hangs on its own ground alone, and metal studs take a board.
  await expect(line("anchor metalStud")).toContainText("toggle bolts");
  await expect(line("anchor concrete")).toHaveCount(0);
  await expect(line("board u1")).toContainText("plywood board, 8 in wide and 24 in high at least");
  // From ¾ in pipe to the housing's threads of 1 in.
  await expect(line("fitting adapter-pushfit-pex-3.4-1-male")).toBeVisible();
  await expect(line("fitting elbow90-crimp-pex-3.4")).toBeVisible();
  await expect(page.locator('[data-part*="elbow45"]')).toHaveCount(0);
  // Two elbows lead from the housing out to the tank's port; where PEX has the way it bends over by itself.
  await page.goto(`/jobs/${job}/fit`);
  const offWall = page.locator("[data-off-wall]");
  await expect(offWall).toContainText("Pipe 3: offset of 5.8 in: two swivelled 90s at a corner");
  await expect(offWall).toContainText("it is bent over between its supports");
  await expect(page.locator("[data-connectors]")).toContainText("CN-40, outlet: 13.8 in long, bent once");
  await page.goto(`/jobs/${job}/parts`);
  await expect(page.locator("[data-parts-changed]")).toHaveCount(0);
  const labels = await page.request.get(`/api/jobs/${job}/labels?paper=A4`);
  expect(labels.headers()["content-type"]).toBe("application/pdf");

  await sent(page, job, {
    kind: "partChecked",
    part: "fitting elbow90-crimp-pex-3.4",
    what: "elbows",
    state: "loaded",
    count: 8,
  });
  await sent(page, job, {
    kind: "designChanged",
    units: [{ key: "u1", model: "PS-20", parallel: 1 }],
    what: "The filter alone",
    seen: (await stateOf(page, job)).designSeq,
  });
  await page.reload();
  const changed = page.locator("[data-parts-changed]");
  await changed.getByText(/Changed since the design was signed: \d+ more to bring, \d+ less/).click();
  await expect(changed.locator('[data-changed="units CT-1354"]')).toContainText("1");
  await expect(changed.locator('[data-changed="fitting elbow90-crimp-pex-3.4"]')).toContainText(
    "packed in the van",
  );
  await clean(page, "parts that changed");
  // A signed design that stands on its wall is compared with what its pipes take; one that was only thought
  // of cannot be.
  await page.goto(`/jobs/${job}/train/compare?a=design1&b=PS-20`);
  const compared = page.locator("[data-compare]");
  await expect(compared).toContainText("at peak, with its pipes");
  await expect(compared).toContainText("at peak, by its units alone");
  await context.close();
});
