import { expect, test } from "@playwright/test";
import { desk, newSession, signedIn, tick } from "./hands";

test("a recipe is changed: refused where it names what is not there or would lock, rehearsed, and kept as a version", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  await page.goto("/catalogue");
  await page.getByRole("link", { name: "Recipes" }).click();
  await expect(page.locator("[data-recipes] tbody tr")).not.toHaveCount(0);
  await page.getByRole("link", { name: "Whole-house cartridges" }).click();
  await expect(page.locator("[data-trial]")).toContainText("Rehearsed from its first step to its last");
  await expect(page.locator("[data-trial]")).toContainText("Is PS-10 dry at full pressure?");

  await page.getByRole("link", { name: "Change its steps" }).click();
  const steps = page.getByRole("region", { name: "Steps" });
  await steps.getByRole("button", { name: /Join \{unit\}/ }).click();
  await page.getByText("More of this step").click();
  const when = page.getByLabel("Only where, one condition a line");
  const why = page.getByLabel("What changed, and why");
  const save = page.getByRole("button", { name: /Save as a new version/ });
  await when.fill("unit ro.rinseMinutes is at least 5");
  await why.fill("Tape on the joints, said by the shop");
  await save.click();
  await expect(page.getByText("cartridge has no figure ro.rinseMinutes")).toBeVisible();
  await expect(steps).toContainText("see inside");
  // What was typed is there after a reload.
  await page.reload();
  await steps.getByRole("button", { name: /Join \{unit\}/ }).click();
  await page.getByText("More of this step").click();
  await expect(when).toHaveValue("unit ro.rinseMinutes is at least 5");

  await when.fill("");
  await page.getByLabel("Waits for these steps too").fill("bowls");
  await save.click();
  await expect(
    page.getByText(
      "The run would never end: “Join {unit}: shut-off before, and after” waits for “Close the bowls, O-rings greased one by one”",
    ),
  ).toBeVisible();
  await page.getByLabel("Waits for these steps too").fill("");

  await steps.getByRole("button", { name: "Add a step after it" }).click();
  await page.getByLabel("Title").fill("Photograph the joints of {unit}");
  await page.getByLabel("Kind").selectOption("check");
  await page.getByLabel("Part of the run").selectOption("join");
  await page.getByLabel("Minutes of work").fill("2");
  await page.getByLabel("Water of the house").selectOption("bypassed");
  await save.click();
  await expect(page.getByText("Fill this in").first()).toBeVisible();
  await page.getByLabel("Why", { exact: true }).fill("A picture says later what was done.");
  await page.getByLabel("Question", { exact: true }).fill("Both joints on the picture?");
  await page.getByRole("button", { name: "Show its steps" }).click();
  await expect(page.locator("[data-trial]")).toContainText("Photograph the joints of PS-10");
  await save.click();
  await expect(page.locator("[data-versions]")).toContainText("Tape on the joints, said by the shop");
  await expect(page.locator("[data-versions] li")).toHaveCount(2);
  await expect(page.locator("[data-trial]")).toContainText("Photograph the joints of PS-10");
  await context.close();
});

test(
  "a copy has a name of its own, and a unit is started by it once its figures say so",
  { tag: "@long" },
  async ({ browser }) => {
    const { page, context } = await signedIn(browser, "imke", desk);
    await page.goto("/catalogue/recipes/scale-control/copy");
    await page.getByLabel("Short name").fill("softener");
    await page.getByLabel("What changed, and why").fill("Ours soaks longer");
    await page.getByRole("button", { name: "Keep the copy" }).click();
    await expect(page.getByText("There is a recipe softener already")).toBeVisible();
    await page.getByLabel("Short name").fill("scale-slow");
    await page.getByLabel("Name of the recipe").fill("Scale control, slow");
    await page.getByRole("button", { name: "Keep the copy" }).click();
    await expect(page.getByRole("heading", { name: "Scale control, slow" })).toBeVisible();

    await page.goto("/catalogue/SC-36/change");
    await tick(page.getByLabel("scale-control", { exact: true }), false);
    await tick(page.getByLabel("scale-slow"));
    await page.getByLabel(/Where the figures come from/).fill("Soaks longer with us");
    await page.getByRole("button", { name: "Save as a new version" }).click();
    await page.getByRole("link", { name: "Scale control, slow" }).click();
    await expect(page).toHaveURL(/recipes\/scale-slow\?unit=SC-36/);
    await expect(page.locator("[data-trial]")).toContainText("Rehearsed from its first step to its last");
    await context.close();
  },
);

test("who may not manage the catalogue sees recipes, and changes none", async ({ browser }) => {
  const { page, context } = await newSession(browser, "adaeze", desk);
  await page.goto("/catalogue/recipes/softener");
  await expect(page.getByRole("heading", { name: "Softener" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Change its steps" })).toHaveCount(0);
  await page.goto("/catalogue/recipes/softener/change");
  await expect(page.getByRole("button", { name: /Save/ })).toHaveCount(0);
  await context.close();
});
