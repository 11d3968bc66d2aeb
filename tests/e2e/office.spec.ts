import { expect, test, type Page } from "@playwright/test";
import { added, choosePassword, desk, openJob, password, signedIn, signIn, tick } from "./hands";

/** Somebody sets a PIN and a new password, both only by the password of now. */
async function ownSecrets(page: Page): Promise<void> {
  await page.goto("/me");
  const pin = page.locator("form").filter({ hasText: "Field PIN" });
  const set = async (digits: string, by: string) => {
    await pin.getByLabel("Field PIN").fill(digits);
    await pin.getByLabel("Password").fill(by);
    await pin.getByRole("button", { name: /PIN$/ }).click();
  };
  await set("1234", password);
  await expect(pin).toContainText("no digits in a row");
  await set("9042", "not-this-one-7");
  await expect(pin).toContainText("That is not your password");
  await set("9042", password);
  await expect(pin).toContainText("PIN set");

  const change = page.locator("form").filter({ hasText: "New password" });
  await change.getByLabel("Password now").fill(password);
  await change.getByLabel("New password").fill("Password123!");
  await change.getByRole("button", { name: "Change password" }).click();
  await expect(change).toContainText("Guessers try this one first");
  await change.getByLabel("New password").fill("odd-heron-lantern");
  await change.getByRole("button", { name: "Change password" }).click();
  await expect(change).toContainText("Password changed");
  await page.goto("/me");
  await expect(page.getByRole("button", { name: "Change password" })).toBeVisible();
}

test("the owner adds a person, changes the role, and closes the account", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "office");
  const link = await added(page, "Joris Kade", "joris");
  await expect(page.getByText("Give Joris Kade this link")).toBeVisible();

  const theirs = await browser.newContext({ ...desk, baseURL: process.env.BRANT_TEST_BASE! });
  const phone = await theirs.newPage();
  await choosePassword(phone, "/welcome#no-such-key", "tidal-valley-25");
  await expect(phone.getByText("This link was used, or is over")).toBeVisible();
  await choosePassword(phone, link, "short");
  await expect(phone.getByLabel("Your password")).toHaveAttribute("aria-invalid", "true");
  await choosePassword(phone, link, "tidal-valley-25");
  await expect(phone).toHaveURL(/sign-in/);
  await signIn(phone, "joris");
  await expect(phone.getByRole("link", { name: "People" })).toHaveCount(0);
  await phone.goto("/people");
  await expect(phone).toHaveURL(/not-yours/);

  const row = page.locator('[data-person="joris@saltmarsh.example"]');
  await row.getByLabel("Role").selectOption("planner");
  await Promise.all([
    page.waitForResponse((r) => r.request().method() === "POST"),
    row.getByRole("button", { name: "Save Joris Kade" }).click(),
  ]);
  await expect(row).toContainText("Saved");
  await phone.goto("/company");
  await expect(phone.getByRole("heading", { level: 1 })).toHaveText("Company");

  await ownSecrets(phone);

  await tick(row.getByLabel("may sign in"), false);
  await Promise.all([
    page.waitForResponse((r) => r.request().method() === "POST"),
    row.getByRole("button", { name: "Save Joris Kade" }).click(),
  ]);
  await expect(row).toContainText("Saved");
  await phone.goto("/jobs");
  await expect(phone).toHaveURL(/sign-in/);

  const own = page.locator("form").filter({ hasText: "office@saltmarsh.example" });
  await tick(own.getByLabel("may sign in"), false);
  await own.getByRole("button", { name: /^Save/ }).click();
  await expect(own).toContainText("cannot close your own account");

  await page.getByRole("link", { name: "What was done" }).click();
  const lines = page.locator("[data-audit] > li");
  await expect(lines.filter({ hasText: "Person added" }).first()).toContainText("about Joris Kade");
  await expect(lines.filter({ hasText: "Password chosen by a link" }).first()).toContainText("Joris Kade");
  await expect(lines.filter({ hasText: "Wrong password" }).first()).toContainText("Somebody, as Joris Kade");
  await expect(lines.filter({ hasText: "account closed" }).first()).toContainText("about Joris Kade");
  await page.getByLabel("Kind").selectOption("pinChanged");
  await page.getByRole("button", { name: "Show" }).click();
  await expect(lines.first()).toContainText("PIN changed");
  await expect(lines.filter({ hasNotText: "PIN changed" })).toHaveCount(0);
  await theirs.close();
  await context.close();
});

test(
  "a new password comes by a link, which ends every session and works once",
  { tag: "@long" },
  async ({ browser }) => {
    const { page, context } = await signedIn(browser, "office");
    const first = await added(page, "Nessa Wick", "nessa");
    const theirs = await browser.newContext({ ...desk, baseURL: process.env.BRANT_TEST_BASE! });
    const phone = await theirs.newPage();
    await choosePassword(phone, first, password);
    await signIn(phone, "nessa");
    await choosePassword(phone, first, "other-gull-lantern");
    await expect(phone.getByText("This link was used, or is over")).toBeVisible();

    await page.goto("/people");
    const row = page.locator('[data-person="nessa@saltmarsh.example"]');
    await row.getByRole("button", { name: /Link for a new password/ }).click();
    const second = await row.locator("[data-password-link]").innerText();
    const other = await browser.newContext({ ...desk, baseURL: process.env.BRANT_TEST_BASE! });
    const elsewhere = await other.newPage();
    await signIn(elsewhere, "nessa");
    await choosePassword(phone, second, "other-gull-lantern");
    await expect(phone).toHaveURL(/sign-in/);
    await elsewhere.goto("/jobs");
    await expect(elsewhere).toHaveURL(/sign-in/);
    for (const each of [theirs, other, context]) await each.close();
  },
);

test("nobody but the owner reads what was done", async ({ browser }) => {
  for (const who of ["imke", "tobias", "sunniva"]) {
    const { page, context } = await signedIn(browser, who);
    await page.goto("/people/audit");
    await expect(page).toHaveURL(/not-yours/);
    await context.close();
  }
});

test("company settings are refused beside the field, saved once, and not over another's", async ({
  browser,
}) => {
  const [one, two] = [await signedIn(browser, "imke"), await signedIn(browser, "office")];
  await one.page.goto("/company");
  await two.page.goto("/company");
  await one.page.getByLabel("Currency").fill("euros");
  await one.page.getByRole("button", { name: "Save" }).click();
  await expect(one.page.getByText("Three capital letters")).toBeVisible();
  await expect(one.page.getByLabel("Currency")).toHaveValue("euros");
  await one.page.getByLabel("Currency").fill("EUR");
  await one.page.getByLabel("Sodium").fill("a little");
  await one.page.getByRole("button", { name: "Save" }).click();
  await expect(one.page.getByLabel("Sodium")).toHaveAttribute("aria-invalid", "true");
  await one.page.getByLabel("Sodium").fill("150 mg/L");
  await one.page.getByLabel("Iron in softener sizing").selectOption("5");
  await Promise.all([
    one.page.waitForResponse((r) => r.request().method() === "POST"),
    one.page.getByRole("button", { name: "Save" }).click(),
  ]);
  await expect(one.page.getByText("Saved", { exact: true })).toBeVisible();
  await two.page.getByLabel("Iron in softener sizing").selectOption("3");
  await two.page.getByRole("button", { name: "Save" }).click();
  await expect(two.page.getByText(/saved other settings meanwhile/)).toBeVisible();
  // A judgement that rests on the school says so.
  await openJob(one.page, "Pell Lane bakery", "train");
  await one.page.locator("[data-line-station=u2]").click();
  await one.page
    .getByText(/Compensated hardness/)
    .first()
    .click();
  await expect(one.page.getByText("iron school = 5 gpg (school, per mg/L)").first()).toBeVisible();
  await one.page.goto("/company");
  await one.page.getByLabel("Iron in softener sizing").selectOption("4");
  await Promise.all([
    one.page.waitForResponse((r) => r.request().method() === "POST"),
    one.page.getByRole("button", { name: "Save" }).click(),
  ]);
  await expect(one.page.getByText("Saved", { exact: true })).toBeVisible();
  await one.context.close();
  await two.context.close();
});

test("a person sees their own units; others keep the company's", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "adaeze");
  await page.goto("/me");
  await page.getByLabel("Units shown to me").selectOption("metric");
  await page.getByRole("button", { name: "Save units" }).click();
  await expect(page.getByText("Units changed")).toBeVisible();
  await openJob(page, "Pell Lane bakery", "train");
  await expect(page.locator("[data-line-station=main]")).toContainText("400 kPa");
  const other = await signedIn(browser, "imke");
  await openJob(other.page, "Pell Lane bakery", "train");
  await expect(other.page.locator("[data-line-station=main]")).toContainText("58 psi");
  await page.goto("/me");
  await page.getByLabel("Units shown to me").selectOption("");
  await page.getByRole("button", { name: "Save units" }).click();
  await expect(page.getByText("Units changed")).toBeVisible();
  await context.close();
  await other.context.close();
});

test("a signed design is frozen: a change makes a new revision that says what differs, and can be undone", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await openJob(page, "Eelgrass Court 4B", "train");
  await expect(page.getByText("Signed", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Add a unit" }).click();
  await page.getByRole("button", { name: /^PF-1 / }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("PF-1");
  await page.goto(`/jobs/${job}/train`);
  await expect(page.getByText(/PF-1 added/).first()).toBeVisible();
  await page.getByRole("button", { name: "Undo: PF-1 added" }).click();
  await expect(page.locator("[data-line-station=u2]")).toHaveCount(0);
  await context.close();
});

test("an open point is kept with who and when, and settled", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "tobias");
  await openJob(page, "Ropewalk Studio", "record");
  await page.getByText("Add an open point").click();
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("Fill this in: up to 200 characters").first()).toBeVisible();
  await page.getByLabel(/^What/).fill("Faucet base plate scratched");
  await page.getByLabel(/^Who/).fill("Tobias Rell");
  await page.getByLabel("Promised for").fill("2027-01-15");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "Faucet base plate scratched" })).toContainText(
    "2027-01-15",
  );
  await page
    .getByRole("listitem")
    .filter({ hasText: "Faucet base plate scratched" })
    .getByRole("button", { name: /settled/ })
    .click();
  await expect(page.getByRole("listitem").filter({ hasText: "Faucet base plate scratched" })).toContainText(
    "settled",
  );
  await context.close();
});
