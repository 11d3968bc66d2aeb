import { expect, test } from "@playwright/test";
import { crewUntil, designed, sent, started, stateOf } from "./crew";
import { desk, phone, signedIn } from "./hands";

test(
  "a booster found necessary on site enters the started run, once the line is relieved; the record keeps why",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(300_000);
    const { page, context } = await signedIn(browser, "imke", phone);
    const job = await started(page, {
      name: "Smoke yard of the test",
      units: ["RO-H"],
      answers: { "source.kind": "municipal", "source.static": "40 psi", "heater.kind": "gas" },
    });
    await crewUntil(page, job, "u1.float");
    await designed(page, job, ["RO-H", "BP-3"]);
    await page.goto(`/jobs/${job}/run`);
    const news = page.locator("[data-carry-on]");
    await expect(news).toContainText("Design 2 is signed");
    await expect(news).toContainText("Pump on the feed line, arrow with the flow · BP-3");
    const carry = news.getByRole("button", { name: "Carry on with design 2" });
    await carry.click();
    await expect(news).toContainText("Give the reason in a few words");
    await news.getByLabel("Why the plan changes").fill("138 kPa at the unit, 276 are needed");
    await carry.click();
    await expect(news).toContainText("Relieve first what is taken apart");
    for (const [handle, to] of [
      ["u1.valve", "closed"],
      ["u1.faucet", "open"],
    ] as const)
      if ((await stateOf(page, job)).rig!.state.positions[handle] !== to)
        await sent(page, job, { kind: "handleTurned", handle, to, why: "For the pump" });
    await page.reload();
    await expect(news.getByLabel("Why the plan changes")).toHaveValue("138 kPa at the unit, 276 are needed");
    await carry.click();
    await expect(news).toHaveCount(0);
    const state = await stateOf(page, job);
    expect(state.run!.revision).toBe(2);
    expect(state.steps["u1.tubes"]!.done).toBeTruthy();
    await expect(page.locator("[data-changes]")).toContainText("138 kPa at the unit, 276 are needed");
    await crewUntil(page, job, "site.walkAside");
    expect((await stateOf(page, job)).steps["u2.power"]!.done).toBeTruthy();
    await context.close();

    const office = await signedIn(browser, "imke", desk);
    await office.page.goto(`/jobs/${job}/record`);
    await expect(office.page.getByRole("heading", { name: "Changed on the way" })).toBeVisible();
    await expect(office.page.getByText("138 kPa at the unit, 276 are needed")).toBeVisible();
    await office.context.close();
  },
);
