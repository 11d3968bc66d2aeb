import { expect, test } from "@playwright/test";
import { clean } from "./axe";
import { crewUntil, designed, letIn, sent, started, stateOf, surveySent, twoTanks } from "./crew";
import { desk, phone, press, signedIn } from "./hands";
import { opened } from "./walk";
import { measuredWall } from "../unit/placing";

test("an installer builds at the bench: all joints of a kind are right by one press, one is made again, and the record says so", async ({
  browser,
}) => {
  const office = await signedIn(browser, "imke", desk);
  const job = await started(office.page, {
    name: "Joints of the test",
    units: ["PS-20", "SF-150"],
    answers: { ...twoTanks.answers, ...measuredWall },
    placed: true,
  });
  await crewUntil(office.page, job, "site.bench");

  const { page, context } = await signedIn(browser, "tobias", phone);
  await page.goto(`/jobs/${job}/run?step=site.bench`);
  const step = page.locator('[data-step="site.bench"]');
  const made = step.locator("[data-joints-made]");
  await expect(made).toContainText("By the unit's manual");
  await expect(made).toContainText("gauged ring by ring");
  await expect(step).toContainText(/\d+ joints are not looked at yet/);
  await expect(step.getByRole("button", { name: /^Done/ })).toBeDisabled();
  await clean(page, "joints");

  const first = made.getByRole("button", { name: /^Not right: / }).first();
  const what = ((await first.getAttribute("aria-label")) ?? "").replace("Not right: ", "");
  await press(first);
  const asked = made.getByRole("group", { name: "What is wrong with it" });
  await press(asked.getByRole("button", { name: "It is not wrong" }));
  await expect(asked).toHaveCount(0);
  await press(first);
  await press(asked.getByRole("button", { name: "the gauge does not pass" }));
  const row = made.getByRole("listitem").filter({ hasText: what }).first();
  await expect(row).toContainText("to be made again: the gauge does not pass");
  // Another joint does not go as it was planned.
  const stubborn = made.getByRole("button", { name: /^Not right: From PS-20 to SF-150: pipe of .* elbow/ });
  await press(stubborn);
  const otherways = made.getByRole("group", { name: "Made another way" });
  await press(otherways.getByRole("button", { name: /push-fit 90° elbow instead/ }));
  await expect(made.getByText(/push-fit 90° elbow, instead of .*90° elbow/)).toBeVisible();
  await expect(made).toContainText("home, at its depth mark");
  const rest = made.getByRole("button", { name: /^All \d+ are right$|^This one is right$/ });
  while ((await rest.count()) > 0) {
    const had = await rest.count();
    await press(rest.first());
    await expect(rest).toHaveCount(had - 1);
  }
  // What is to be made again is not right because all others are.
  await expect(row).toContainText("to be made again");
  await expect(step).toContainText("One joint is to be made again");
  await press(row.getByRole("button", { name: `Right: ${what}` }));
  await expect(row).toContainText("✓ right");
  const done = step.getByRole("button", { name: /^Done/ });
  await press(done);
  await expect(page.locator('[data-step="site.bench"]')).toHaveCount(0);
  await expect
    .poll(async () => (await stateOf(office.page, job)).steps["site.bench"]?.done?.by.name)
    .toBe("Tobias Rell");

  await office.page.goto(`/jobs/${job}/record`);
  const joints = office.page.locator("[data-joints-of]");
  await expect(joints.first()).toContainText(/all right, Tobias Rell/);
  await expect(office.page.getByText(`${what}: not right at first, the gauge does not pass`)).toBeVisible();
  await expect(joints.filter({ hasText: "not looked at" }).first()).toBeVisible();
  await expect(office.page.getByText(/push-fit 90° elbow instead of .*90° elbow/).first()).toBeVisible();
  // The drawing of what is built goes with the record.
  await expect(office.page.getByRole("link", { name: "The wall as built" })).toBeVisible();
  const drawing = await office.page.request.get(`/api/jobs/${job}/record?as=wall`);
  expect(drawing.headers()["content-type"]).toBe("application/pdf");
  expect((await office.page.request.get(`/api/jobs/${job}/record?as=cabinet`)).status()).toBe(409);
  await office.page.goto(`/jobs/${job}/parts`);
  await expect(office.page.locator('[data-part^="fitting elbow90-pushfit"]')).toBeVisible();
  await context.close();
  await office.context.close();
});

test("a bypass alone: its list, its joints mixed, its rings gauged one by one, and all of it on the record", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Bypass of the test");
  await surveySent(page, job, {
    "cutin.pipe": "pex",
    "cutin.size": "3/4",
    "source.kind": "municipal",
  });
  const seen = async () => (await stateOf(page, job)).designSeq;
  await sent(page, job, {
    kind: "bypassChosen",
    arrangement: "threeValve",
    drainCock: true,
    what: "A bypass alone",
    seen: await seen(),
  });
  await sent(page, job, {
    kind: "schoolChosen",
    school: "wallJoints",
    option: "pushFit",
    why: "No room for the tool at the main",
  });
  await designed(page, job, []);
  await page.goto(`/jobs/${job}/parts`);
  // The house's pipe has no bench: tees and the valve between them are pushed on, and so are the legs.
  await expect(page.locator('[data-part="fitting tee-pushfit-pex-3.4"]')).toContainText("2");
  await expect(page.locator('[data-part="fitting valve-pushfit-pex-3.4"]')).toContainText("3");
  await expect(page.locator("[data-cut-list]")).toContainText("Off the coil");
  await expect(page.locator("[data-methods]")).toContainText("on the wall push-fit (chosen)");
  await sent(page, job, { kind: "runStarted" });
  await crewUntil(page, job, "site.bypass");

  const crew = await signedIn(browser, "tobias", phone);
  await letIn(page, job);
  await crew.page.goto(`/jobs/${job}/run?step=site.bypass`);
  const made = crew.page.locator("[data-joints-made]");
  await expect(made).toContainText("home, at its depth mark");
  await press(made.getByRole("button", { name: "All 2 are right" }));
  await expect(made.getByText("✓ right")).toHaveCount(2);
  await crew.context.close();
  await page.goto(`/jobs/${job}/record`);
  await expect(page.locator("[data-joints-of]").first()).toContainText("all right");
  await expect(page.locator("[data-joints-of]").filter({ hasText: "all right, Tobias Rell" })).toHaveCount(1);
  await context.close();
});
