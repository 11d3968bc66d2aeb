import { expect, test, type Page } from "@playwright/test";
import { fittings } from "@/catalogue/fittings";
import { clean } from "./axe";
import { sent, surveySent } from "./crew";
import { desk, freshId, phone, press, signedIn } from "./hands";
import { addUnits, opened } from "./walk";

const tee = fittings.get("tee-solder-copper-1")!;
const valve = fittings.get("valve-solder-copper-1")!;

/** Says what lies of a part, found by its name. */
async function counts(page: Page, name: string, van: string, shop: string) {
  await page.getByLabel("Find a part").fill(name);
  await press(page.getByRole("button", { name: `Count: ${name}`, exact: true }));
  await page.getByLabel(/^On the van/).fill(van);
  await page.getByLabel(/^At the shop/).fill(shop);
  await press(page.getByRole("button", { name: "Keep this count" }));
}

test("stock is counted on a phone, prices come from a supplier's file, and a job's parts say what is taken and what is ordered", async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const crew = await signedIn(browser, "tobias", phone);
  await crew.page.goto("/stock");
  await expect(crew.page.getByRole("heading", { name: "Suppliers’ prices" })).toHaveCount(0);
  await counts(crew.page, tee.name, "many", "0");
  await expect(crew.page.getByText(/Whole pieces from 0/)).toBeVisible();
  await expect(crew.page.getByLabel(/^On the van/)).toHaveValue("many");
  await crew.page.getByLabel(/^On the van/).fill("1");
  await press(crew.page.getByRole("button", { name: "Keep this count" }));
  const row = crew.page.locator(`[data-stocked="fitting ${tee.id}"]`);
  await expect(row).toContainText("van 1");
  await clean(crew.page, "stock on a phone");
  await crew.context.close();

  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await opened(page, "Stock of the test");
  await surveySent(page, job, {
    "source.kind": "municipal",
    "source.static": "400 kPa",
    "cutin.pipe": "copperL",
    "cutin.size": "1",
    "cutin.x": "300 mm",
    "cutin.height": "2200 mm",
    "cutin.runs": "right",
    "wall.substrate": "concrete",
    "space.width": "3000 mm",
    "space.height": "2500 mm",
    "space.depth": "900 mm",
  });
  await addUnits(page, job, ["PS-20", "SF-100"]);
  await page.goto(`/jobs/${job}/fit`);
  await page.getByRole("button", { name: "Find the best places" }).click();
  await expect(page.locator("[data-fit-verdict]")).toContainText("Good: everything stands");

  await page.goto("/catalogue");
  await page.getByRole("link", { name: "Stock and prices" }).click();
  const prices = page.locator("[data-prices]");
  await prices.getByLabel("Supplier").fill("Tidemill Supply");
  await prices.getByLabel("The list").setInputFiles({
    name: "prices.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(
      [
        "Ordernummer;Description;Betrag;Pack;Days",
        `T-77;${tee.name};3,40;5;40`,
        `V-12;${valve.name};viel;1;2`,
        "G-1;garden gnome;9,90;1;1",
      ].join("\n"),
    ),
  });
  await expect(prices.getByText(/Say which column holds the price/)).toBeVisible();
  await expect(prices.getByRole("button", { name: "Keep these prices" })).toBeDisabled();
  await prices.getByLabel("Price of a pack").selectOption({ label: "Betrag" });
  await prices.getByLabel("The supplier’s number").selectOption({ label: "Ordernummer" });
  const understood = prices.locator("[data-understood]");
  await expect(understood).toContainText(
    "1 part is understood; 1 row names nothing that Brant knows; 1 cannot be taken.",
  );
  await expect(understood).toContainText("“viel” is no price");
  await prices.getByRole("button", { name: "Keep these prices" }).click();
  await expect(prices).toContainText("1 price is kept");
  await expect(prices).toContainText("Tidemill Supply: 1 part,");
  await clean(page, "stock and prices");
  // The next list of this supplier needs no asking, nor the part's name.
  await prices.getByLabel("Supplier").fill("Tidemill Supply");
  await prices.getByLabel("The list").setInputFiles({
    name: "prices2.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("Ordernummer;Betrag;Pack;Days\nT-77;3,60;5;40"),
  });
  await expect(understood).toContainText("1 part is understood; 0 rows");
  await prices.getByRole("button", { name: "Keep these prices" }).click();
  await expect(prices).toContainText("1 price is kept");

  // An offcut lies on the van from an earlier job.
  const long = "offcut copper 1 2900";
  await page.evaluate((body) => fetch("/api/stock", { method: "POST", body: JSON.stringify(body) }), {
    id: freshId(),
    part: long,
    van: "1",
    shop: "",
  });
  await page.goto(`/jobs/${job}/parts`);
  await expect(page.locator(`[data-part="${long}"] [data-source]`)).toContainText("1 on the van");
  await expect(page.locator("[data-cut-list]")).toContainText("From stock, used up first: 114.17 in");
  const line = page.locator(`[data-part="fitting ${tee.id}"] [data-source]`);
  await expect(line).toContainText(/1 on the van; order 1 × 5 from Tidemill Supply, €3\.60, here /);
  const orders = page.locator("[data-orders]");
  await expect(orders).toContainText("To order from Tidemill Supply: €3.60");
  await expect(orders).toContainText("T-77");
  await expect(page.locator("[data-too-late]")).toHaveCount(0);
  // Forty days for a visit in five.
  const { now } = (await (await page.request.get("/api/time")).json()) as { now: number };
  const from = now + 5 * 86_400_000;
  await sent(page, job, {
    kind: "visitPlanned",
    visit: freshId(),
    from: new Date(from).toISOString(),
    to: new Date(from + 3_600_000).toISOString(),
    person: { id: "x", name: "Tobias Rell" },
    what: "Put in",
  });
  await page.reload();
  await expect(page.locator("[data-too-late]")).toContainText(`Check: ${tee.name} is not surely here`);
  await expect(page.locator("[data-nowhere]")).toContainText(valve.name);
  await clean(page, "parts from stock");
  const keepRest = page.getByRole("button", { name: "It is cut: keep what is left on the van" });
  await keepRest.click();
  await expect(page.locator('[data-offcuts="open"]')).toContainText(
    "take what is in stock for this job first",
  );
  await page.getByRole("button", { name: "Take what is in stock for this job" }).click();
  await expect(line).toContainText(/^1 taken from stock; order 1 × 5/);
  await expect(page.locator(`[data-part="${long}"] [data-source]`)).toContainText("1 taken from stock");
  await keepRest.click();
  await expect(page.locator('[data-offcuts="kept"]')).toBeVisible();
  await page.evaluate((id) => fetch(`/api/jobs/${id}/offcuts`, { method: "POST" }), job);
  await page.reload();
  // What it leaves is nothing that it is cut from.
  await expect(page.locator("[data-cut-list]")).toContainText("From stock, used up first: 114.17 in. ");
  await page.goto("/stock");
  await expect(page.locator(`[data-stocked="${long}"]`)).toHaveCount(0);
  await expect(page.locator('[data-stocked^="offcut copper 1 "]').first()).toContainText("van 1");
  await page.getByLabel("Find a part").fill(tee.name);
  await expect(page.locator(`[data-stocked="fitting ${tee.id}"]`)).toContainText("van 0");
  await context.close();
});
