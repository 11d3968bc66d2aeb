import { expect, test } from "@playwright/test";
import { started, stateOf } from "./crew";
import { base, desk, freshId, password, phone, signedIn } from "./hands";

test("signing in, links and Done work before any script has come", async ({ browser }) => {
  const office = await signedIn(browser, "imke", desk);
  const job = await started(office.page, {
    name: "Plain quay",
    units: ["RO-H"],
    answers: {},
  });
  const context = await browser.newContext({ ...phone, baseURL: base, javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`/jobs/${job}/run`);
  await expect(page.getByRole("heading", { name: "Sign in to Brant" })).toBeVisible();

  await page.getByLabel("E-mail").fill("tobias@saltmarsh.example");
  await page.getByLabel("Password").fill("not the one");
  await page.getByRole("button", { name: "Sign in" }).tap();
  await expect(page.getByText("E-mail and password do not match")).toBeVisible();
  await page.getByLabel("E-mail").fill("tobias@saltmarsh.example");
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in" }).tap();
  // Back to where it was to lead.
  await expect(page).toHaveURL(new RegExp(`/jobs/${job}/run$`));

  const article = page.locator("article[data-step]");
  const first = (await article.getAttribute("data-step"))!;
  const done = article.locator("form[action$='/done'] button");
  await expect(done).toBeEnabled();
  // What needs a script says so: it cannot be pressed.
  await expect(page.getByRole("button", { name: "Skip with a reason" })).toBeDisabled();
  await done.tap();
  await expect(article).not.toHaveAttribute("data-step", first);
  const { done: mark } = (await stateOf(office.page, job)).steps[first]!;
  expect(mark?.by.name).toBe("Tobias Rell");

  // A step is shown by its link, and one that may not be finished says why.
  await page.getByRole("link", { name: "Today" }).first().tap();
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  const refused = await context.request.post(`/api/jobs/${job}/done`, {
    form: { intent: freshId(), step: (await stateOf(office.page, job)).run!.steps.at(-1)!.id },
    headers: { origin: new URL(base).origin },
  });
  expect(new URL(refused.url()).searchParams.get("refused")).toBe("refused");
  expect(await refused.text()).toContain("This step was not taken");
  // From elsewhere nothing is taken.
  const next = (await stateOf(office.page, job)).run!.steps.find((s) => s.id !== first)!.id;
  await context.request.post(`/api/jobs/${job}/done`, {
    form: { intent: freshId(), step: next },
    headers: { origin: "https://elsewhere.example" },
  });
  expect((await stateOf(office.page, job)).steps[next]?.done).toBeUndefined();
  await context.close();
  await office.context.close();
});
