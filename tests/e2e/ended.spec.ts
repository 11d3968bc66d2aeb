import { expect, test } from "@playwright/test";
import { desk, newSession, openJob, password, phone, press, signedIn, signIn } from "./hands";

test("a session that ends while somebody types is begun again in place, and what was typed is sent", async ({
  browser,
}) => {
  const { page, context } = await newSession(browser, "imke", desk);
  const job = await openJob(page, "Kittle Point lighthouse cottage", "site");
  const field = page.locator("[data-field='water.iron'] input");
  await expect(field).toBeEnabled();
  const had = await field.inputValue();
  await context.clearCookies();
  await field.fill("0.45 mg/L");
  await field.blur();
  const sheet = page.getByRole("dialog", { name: /Your session has ended, Imke Vos/ });
  await expect(sheet.getByLabel("E-mail")).toBeFocused();
  await sheet.getByLabel("E-mail").fill("imke@saltmarsh.example");
  await sheet.getByLabel("Password").fill(password);
  await sheet.getByRole("button", { name: "Sign in and go on" }).click();
  await expect(sheet).toHaveCount(0);
  await expect(page.locator("[data-field='water.iron']")).toContainText("saved");
  await expect(page).toHaveURL(new RegExp(`/jobs/${job}/site$`));
  await field.fill(had);
  await field.blur();
  await expect(page.locator("[data-field='water.iron']")).toContainText("saved");
  await context.close();
});

test("a link leads to where it points, also by way of signing in", async ({ browser }) => {
  const asked = await signedIn(browser, "tobias", phone);
  const job = await openJob(asked.page, "Pell Lane bakery");
  await asked.context.close();
  const context = await browser.newContext({ ...phone, baseURL: new URL(asked.page.url()).origin });
  const page = await context.newPage();
  await page.goto(`/jobs/${job}/run?step=u2.lines`);
  await expect(page).toHaveURL(/\/sign-in\?next=/);
  await signIn(page, "tobias");
  await expect(page).toHaveURL(new RegExp(`/jobs/${job}/run\\?step=u2\\.lines$`));
  await context.close();
});

test("two people on one answer: the second is told, and chooses; counts are added up", async ({
  browser,
}) => {
  const first = await newSession(browser, "imke", desk);
  const second = await newSession(browser, "office", desk);
  const job = await openJob(first.page, "Kittle Point lighthouse cottage", "site");
  await second.page.goto(`/jobs/${job}/site`);
  const at = (page: typeof first.page, id: string) => page.locator(`[data-field='${id}']`);
  const answer = async (page: typeof first.page, text: string) => {
    await at(page, "water.iron").locator("input").fill(text);
    await at(page, "water.iron").locator("input").blur();
  };
  await expect(at(second.page, "water.iron").locator("input")).toBeEnabled();
  await answer(first.page, "0.4 mg/L");
  await expect(at(first.page, "water.iron")).toContainText("saved");
  await answer(second.page, "0.6 mg/L");
  await expect(at(second.page, "water.iron")).toContainText("Imke Vos answered this meanwhile");
  await second.page.getByRole("button", { name: "Put “0.6 mg/L” there" }).click();
  await expect(at(second.page, "water.iron")).toContainText("saved");

  // Both count baths from what they saw: two and one make three more.
  const count = at(first.page, "fixture.shower");
  const had = Number(await count.locator("output").innerText()) || 0;
  const more = (page: typeof first.page) => page.getByRole("button", { name: "One more: Showers" }).first();
  await press(more(first.page));
  await press(more(first.page));
  await expect(count).toContainText("saved");
  await press(more(second.page));
  await expect(at(second.page, "fixture.shower")).toContainText("saved");
  await expect(at(second.page, "fixture.shower").locator("output")).toHaveText(String(had + 3));
  for (const { context } of [first, second]) await context.close();
});
