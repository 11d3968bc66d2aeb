import { createHmac } from "node:crypto";
import { expect, test, type Page } from "@playwright/test";
import { added, base, choosePassword, newSession, password, phone, signedIn } from "./hands";

const LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
/** The bytes of a secret that is written in base32 (RFC 4648). */
function bytesOf(secret: string): Buffer {
  const bits = [...secret.replace(/=+$/, "")].map((c) => LETTERS.indexOf(c).toString(2).padStart(5, "0"));
  return Buffer.from((bits.join("").match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
}
/** The six digits of a secret at a moment (RFC 6238), reckoned apart from the sign-in package. */
function codeAt(secret: string, ms: number): string {
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(ms / 30_000)));
  const digest = createHmac("sha1", bytesOf(secret)).update(counter).digest();
  const offset = digest.at(-1)! & 15;
  const number = digest.readUInt32BE(offset) & 0x7fffffff;
  return String(number % 1_000_000).padStart(6, "0");
}

const email = "lore@saltmarsh.example";
async function halfSignedIn(page: Page): Promise<void> {
  await page.context().clearCookies();
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill(email);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("One code more");
}
async function codeGiven(page: Page, code: string): Promise<void> {
  await page.getByLabel("Code", { exact: false }).fill(code);
  await page.getByRole("button", { name: "Sign in" }).click();
}

/** Sets a second factor up on one's own page; returns its secret and its recovery codes. */
async function setUp(page: Page): Promise<{ readonly secret: string; readonly codes: readonly string[] }> {
  const section = page.locator("#second");
  await section.getByLabel("Password").fill(password);
  await section.getByRole("button", { name: "Set up a second factor" }).click();
  const secret = await section.locator("[data-second-secret]").innerText();
  const codes = await section.locator("[data-recovery-codes] li").allInnerTexts();
  await section.getByLabel("Code it shows now").fill("000000");
  await section.getByRole("button", { name: "Turn the second factor on" }).click();
  await expect(section).toContainText("That code does not fit");
  await section.getByLabel("Code it shows now").fill(codeAt(secret, Date.now()));
  await section.getByRole("button", { name: "Turn the second factor on" }).click();
  await expect(section).toContainText("On: signing in asks for a code");
  return { secret, codes };
}

test("a company that requires it opens nothing else to its owner before it is set up", async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const { page, context } = await newSession(browser, "office");
  const requiredIs = async (choice: string) => {
    await page.goto("/company");
    await page.getByLabel("Second factor for owners and planners").selectOption(choice);
    await page.getByRole("button", { name: "Save" }).click();
  };
  await requiredIs("required");
  // The very answer leads there.
  await expect(page).toHaveURL(/\/me/);
  for (const path of ["/jobs", "/people", "/"]) {
    await page.goto(path);
    await expect(page).toHaveURL(/\/me/);
  }
  await expect(page.getByText("Your company requires it")).toBeVisible();
  expect((await page.request.get("/api/find?q=pell")).status()).toBe(403);
  await setUp(page);
  await expect(page.getByRole("button", { name: "Turn the second factor off" })).toHaveCount(0);
  await page.goto("/jobs");
  await expect(page).toHaveURL(/\/jobs$/);
  await requiredIs("by their own choice");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.goto("/me");
  const off = page.locator("form").filter({ hasText: "Turn the second factor off" });
  await off.getByLabel("Password").fill(password);
  await off.getByRole("button", { name: "Turn the second factor off" }).click();
  await expect(page.getByRole("button", { name: "Set up a second factor" })).toBeVisible();
  await context.close();
});

test(
  "a second factor is set up, asked for, got round by a recovery code once, and taken away by the owner",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(120_000);
    const owner = await signedIn(browser, "office");
    const link = await added(owner.page, "Lore Haan", "lore");
    const context = await browser.newContext({ ...phone, baseURL: base });
    const page = await context.newPage();
    await choosePassword(page, link, password);
    await expect(page).toHaveURL(/sign-in/);
    await page.getByLabel("E-mail").fill(email);
    await page.getByLabel("Password").fill(password);
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect(page).toHaveURL(/\/$/);

    await page.goto("/me");
    const section = page.locator("#second");
    await section.getByLabel("Password").fill("not the password");
    await section.getByRole("button", { name: "Set up a second factor" }).click();
    await expect(section).toContainText("That is not your password");
    const { secret, codes } = await setUp(page);
    expect(codes).toHaveLength(10);

    await halfSignedIn(page);
    await page.goto("/jobs");
    await expect(page).toHaveURL(/sign-in/);
    await halfSignedIn(page);
    await codeGiven(page, "000000");
    await expect(page.getByText("That code does not fit, or was used")).toBeVisible();
    await codeGiven(page, codeAt(secret, Date.now()));
    await expect(page).toHaveURL(/\/$/);

    for (const fits of [true, false]) {
      await halfSignedIn(page);
      await codeGiven(page, codes[0]!);
      if (fits) await expect(page).toHaveURL(/\/$/);
      else await expect(page.getByText("That code does not fit, or was used")).toBeVisible();
    }

    await owner.page.goto("/people/audit");
    for (const words of ["Second factor turned on", "Signed in by a recovery code"])
      await expect(owner.page.locator("li, tr").filter({ hasText: words }).first()).toBeVisible();
    await owner.page.goto("/people");
    await owner.page.getByRole("button", { name: "Take second factor away from Lore Haan" }).click();
    await expect(owner.page.getByRole("button", { name: /Take second factor away from Lore/ })).toHaveCount(
      0,
    );
    await page.goto("/sign-in");
    await page.getByLabel("E-mail").fill(email);
    await page.getByLabel("Password").fill(password);
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect(page).toHaveURL(/\/$/);
    await context.close();
    await owner.context.close();
  },
);
