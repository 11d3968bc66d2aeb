import { expect, test } from "@playwright/test";
import { readFileSync } from "node:fs";
import { readSheet } from "read-excel-file/node";
import writeExcelFile from "write-excel-file/node";
import { openJob, signedIn } from "./hands";

test("a unit's figures get a new version; a design keeps the old one until it takes the newer", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  await page.goto("/catalogue");
  await page.getByLabel("Code or words").fill("MS-2");
  await page.getByRole("link", { name: "MS-2" }).click();
  await expect(page.getByRole("link", { name: "Eelgrass Court 4B" })).toBeVisible();
  await page.getByRole("link", { name: /Change its figures/ }).click();
  await page.getByLabel(/^Capacity/).fill("a lot");
  await page.getByRole("button", { name: "Save as a new version" }).click();
  await expect(page.getByText("a number is expected here")).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(/^Capacity/)).toHaveValue("a lot");
  await page.getByLabel(/^Capacity/).fill("80 g");
  await page.getByLabel(/Where the figures come from/).fill("Measured in the shop");
  await page.getByRole("button", { name: "Save as a new version" }).click();
  await expect(page.locator("[data-versions]")).toContainText(
    "Capacity, as CaCO3: 926 grains → 1,235 grains",
  );
  await expect(page.locator("[data-versions]")).toContainText("Imke Vos");

  const job = await openJob(page, "Eelgrass Court 4B");
  await page.goto(`/jobs/${job}/train?at=u1`);
  const litres = page.getByText("Litres between regenerations").first();
  await expect(litres).toBeVisible();
  const before = await page
    .getByText(/between regenerations$/)
    .first()
    .textContent();
  await page.getByRole("button", { name: "Take the newer figures, version 2" }).click();
  await expect(page.getByRole("button", { name: /Take the newer figures/ })).toHaveCount(0);
  await expect(page.getByText(before!)).toHaveCount(0);
  await page.goto(`/jobs/${job}/train`);
  await page.getByRole("button", { name: /^Undo: / }).click();
  // Undone, the draft is the signed design again: nothing is left to undo.
  await expect(page.getByText("· design 1, signed")).toBeVisible();
  await page.goto(`/jobs/${job}/train?at=u1`);
  await expect(page.getByRole("button", { name: "Take the newer figures, version 2" })).toBeVisible();
  await context.close();
});

test("a unit no longer offered leaves the lists, stays in its designs, and is offered again", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  await page.goto("/catalogue/CH-3");
  await page.getByRole("button", { name: "No longer offer it" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: "No longer offer it" }).click();
  await expect(sheet.getByText("Say in a few words")).toBeVisible();
  await sheet.getByLabel("Why").fill("The maker stopped it");
  await sheet.getByRole("button", { name: "No longer offer it" }).click();
  await expect(page.getByText(/no longer offered, Imke Vos: The maker stopped it/)).toBeVisible();
  const job = await openJob(page, "Tern Street 12");
  await page.goto(`/jobs/${job}/train?at=u1`);
  await expect(page.getByRole("heading", { level: 1 })).toContainText("CH-3");
  await page.goto(`/jobs/${job}/train`);
  await page.getByRole("button", { name: "Add a unit" }).click();
  await expect(page.getByRole("button", { name: /^CH-2 / })).toBeVisible();
  await expect(page.getByRole("button", { name: /^CH-3 / })).toHaveCount(0);
  await page.goto("/catalogue/CH-3");
  await page.getByRole("button", { name: "Offer it again" }).click();
  await expect(page.getByRole("button", { name: "No longer offer it" })).toBeVisible();
  await context.close();
});

test("the catalogue goes out as spreadsheet and JSON, and what was changed outside comes in; a bad row is shown and the rest taken", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  await page.goto("/catalogue");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Out as a spreadsheet" }).click(),
  ]);
  const rows = (await readSheet(readFileSync((await download.path())!))) as (string | number | null)[][];
  const head = rows[0]!.map(String);
  const [code, parts, mass] = ["code", "cost.parts", "massFullKg [kg]"].map((h) => head.indexOf(h));
  const of = (c: string) => rows.find((r) => r[code!] === c)!;
  const json = (await (await page.request.get("/api/catalogue?as=json")).json()) as {
    units: { code: string }[];
  };
  expect(json.units.length).toBe(rows.length - 1);
  const changed = [...of("SC-24")];
  changed[parts!] = 555;
  const bad = [...of("SC-36")];
  bad[mass!] = "heavy";
  const fresh = [...of("SC-48")];
  fresh[code!] = "SC-96";
  const buffer = await writeExcelFile([rows[0]!, changed, bad, fresh, of("SF-150")]).toBuffer();
  await page.locator("[data-import-units] input[type=file]").setInputFiles({
    name: "supplier.xlsx",
    mimeType: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
    buffer,
  });
  const table = page.locator("[data-import-units] tbody tr");
  await expect(table).toHaveCount(4);
  await expect(table.nth(0)).toContainText("Parts, cost: 540 → 555");
  await expect(table.nth(1)).toContainText("cannot be taken");
  await expect(table.nth(1)).toContainText("Mass, full");
  await expect(table.nth(2)).toContainText("new");
  await expect(table.nth(3)).toContainText("as it is");
  await page.getByRole("button", { name: "Take 2 in" }).click();
  await expect(page.getByText("2 taken in")).toBeVisible();
  await page.goto("/catalogue/SC-24");
  await expect(page.locator("[data-figures]")).toContainText("555");
  await page.goto("/catalogue/SC-96");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("SC-96");
  await page.goto("/catalogue");
  await page
    .locator("[data-import-units] input[type=file]")
    .setInputFiles({ name: "letter.json", mimeType: "application/json", buffer: Buffer.from("hello") });
  await expect(page.getByText("neither a spreadsheet")).toBeVisible();
  await context.close();
});

test("a data sheet is attached, opened by an installer, and taken away; an installer changes nothing", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  await page.goto("/catalogue/UV-45");
  const input = page.locator("[data-sheets] input[type=file]");
  await input.setInputFiles({ name: "notes.txt", mimeType: "text/plain", buffer: Buffer.from("hello") });
  await expect(page.getByText("A data sheet is a PDF, a PNG or a JPEG")).toBeVisible();
  await input.setInputFiles({
    name: "UV-45 curve.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("%PDF-1.4\n%%EOF"),
  });
  await expect(page.getByRole("link", { name: "UV-45 curve.pdf" })).toBeVisible();

  const other = await signedIn(browser, "tobias");
  await other.page.goto("/catalogue/UV-45");
  const href = (await other.page.getByRole("link", { name: "UV-45 curve.pdf" }).getAttribute("href"))!;
  const response = await other.page.request.get(href);
  expect(response.headers()["content-type"]).toBe("application/pdf");
  expect(response.headers()["content-security-policy"]).toContain("sandbox");
  await expect(other.page.getByRole("link", { name: /Change its figures/ })).toHaveCount(0);
  await other.page.goto("/catalogue/UV-45/change");
  await expect(other.page).toHaveURL(/not-yours/);
  const origin = new URL(other.page.url()).origin;
  for (const path of [
    "/api/catalogue/read",
    "/api/catalogue/take",
    "/api/catalogue/UV-45/sheets?id=01J00000000000000000000000",
  ])
    expect((await other.page.request.post(path, { data: "x", headers: { origin } })).status(), path).toBe(
      403,
    );
  await other.context.close();

  await page.getByRole("button", { name: /Take away/ }).click();
  await expect(page.getByRole("link", { name: "UV-45 curve.pdf" })).toHaveCount(0);
  await context.close();
});
