import { expect, test, type Page } from "@playwright/test";
import { letIn, sent, stateOf } from "./crew";
import { awake, desk, freshId, openJob, phone, signedIn } from "./hands";

const news = async (page: Page) => {
  await page.goto("/");
  await awake(page);
  await page.locator("[data-bell]").click();
  return page.getByRole("dialog", { name: "News" });
};

test("the bell tells of Stops, of clocks that have run, and of a visit that is new, moved and called off", async ({
  browser,
}) => {
  const office = await signedIn(browser, "imke", desk);
  const site = await signedIn(browser, "adaeze", phone);
  const hears = site.page.waitForResponse("**/api/bell");
  await site.page.goto("/");
  await hears;

  const job = await openJob(office.page, "Ropewalk Studio");
  await letIn(office.page, job);
  const adaeze = (await stateOf(office.page, job)).crew.letIn.find((p) => p.name === "Adaeze Quill")!;
  const visit = freshId();
  const plan = (hour: string) =>
    sent(office.page, job, {
      kind: "visitPlanned",
      visit,
      from: `2031-05-14T${hour}:00.000Z`,
      to: "2031-05-14T16:00:00.000Z",
      person: adaeze,
      what: "Leak round",
    });
  await plan("07:00");
  let list = await news(site.page);
  await expect(list).toContainText("A visit of yours: Leak round");
  await expect(list.getByRole("listitem").filter({ hasText: "Leak round" })).toContainText("(new)");
  await list.getByRole("button", { name: "Close" }).click();

  await plan("09:00");
  list = await news(site.page);
  await expect(list).toContainText("Moved: Leak round is");
  await list.getByRole("button", { name: "Close" }).click();
  // What was looked at is no news.
  list = await news(site.page);
  await expect(list.getByText("(new)")).toHaveCount(0);
  await list.getByRole("button", { name: "Close" }).click();

  await sent(office.page, job, { kind: "visitCancelled", visit, why: "The household is away" });
  list = await news(site.page);
  await expect(list).toContainText("Not yours any more: Leak round");

  // The office hears of every job's Stop, with the way there.
  list = await news(office.page);
  const stop = list.getByRole("listitem").filter({ hasText: "Hollin Weir smokehouse" });
  await expect(stop).toContainText("Stop:");
  await stop.getByRole("link").click();
  await expect(office.page).toHaveURL(/\/jobs\/\w+/);
  for (const { context } of [office, site]) await context.close();
});
