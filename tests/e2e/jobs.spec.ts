import { expect, test, type Page } from "@playwright/test";
import { stateOf } from "./crew";
import { openJob, press, signedIn } from "./hands";

const rows = (page: Page) => page.locator("[data-job-row]");
const named = (page: Page, name: string) => rows(page).filter({ hasText: name });

test("the list of jobs is narrowed and sorted by its address, kept under a name and taken away", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  await page.goto("/jobs");
  await expect(named(page, "Pell Lane bakery")).toBeVisible();
  await expect(named(page, "Tern Street 12")).toHaveCount(0);

  const words = page.getByLabel("Name, street, unit, serial, phone");
  await words.pressSequentially("sofener pell", { delay: 30 });
  await expect(page).toHaveURL(/q=sofener\+pell/);
  await expect(rows(page)).toHaveCount(1);
  await expect(words).toBeFocused();
  await page.goBack();
  await page.goto("/jobs?life=any&q=tern");
  await expect(named(page, "Tern Street 12")).toBeVisible();
  await page.getByRole("combobox", { name: "State" }).selectOption({ label: "Closed as lost" });
  await expect(page.getByText("No job is like that")).toBeVisible();

  await page.goto("/jobs?late=yes");
  await expect(named(page, "Kittle Point")).toContainText("late");
  await page.getByRole("button", { name: "Keep this choice" }).click();
  await page.getByLabel("Its name").fill("Late ones");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.locator("[data-views]").getByRole("link", { name: "Late ones" })).toBeVisible();
  await page.goto("/jobs");
  await page.getByRole("link", { name: "Late ones" }).click();
  await expect(page).toHaveURL(/late=yes/);
  await expect(named(page, "Pell Lane bakery")).toHaveCount(0);
  await page.getByRole("button", { name: "Forget the choice Late ones" }).click();
  await expect(page.getByRole("link", { name: "Late ones" })).toHaveCount(0);

  await page.goto("/jobs?life=any");
  await page.getByRole("link", { name: "Job", exact: true }).click();
  await expect(page).toHaveURL(/by=name/);
  const names = await rows(page).locator("td:first-child a").allInnerTexts();
  expect(names).toEqual(names.toSorted((a, b) => a.localeCompare(b, "en", { sensitivity: "base" })));
  const csv = await (await page.request.get("/api/jobs/csv?late=yes")).text();
  expect(csv.split("\r\n")[0]).toContain("job,place,phase");
  expect(csv).toContain("Kittle Point lighthouse cottage");
  expect(csv).not.toContain("Pell Lane bakery");
  await context.close();
});

test("a job has contacts that it is found by and that can be deleted; it is renamed, closed, opened again and copied", async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const { page, context } = await signedIn(browser, "imke");
  const job = await openJob(page, "Marram Row 2");
  await page.goto(`/jobs/${job}/about`);
  await page.getByRole("button", { name: "Add a contact" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).fill("The tenant upstairs");
  await page.getByRole("textbox", { name: "Phone" }).fill("five five");
  await page.getByRole("button", { name: "Keep this contact" }).click();
  await expect(page.getByText("for example +31 20 555 0134")).toBeVisible();
  await page.getByRole("textbox", { name: "Phone" }).fill("+31 20 555 0166");
  await page.getByRole("textbox", { name: /^Getting in/ }).fill("Bell is broken: call");
  await page.getByRole("button", { name: "Keep this contact" }).click();
  await expect(page.locator("[data-contact]")).toContainText("Getting in: Bell is broken: call");
  const found = async (question: string) => (await page.request.get(`/api/find?q=${question}`)).text();
  expect(await found("5550166")).toContain("Marram Row 2");
  await page.getByRole("button", { name: "delete The tenant upstairs" }).click();
  await expect(page.getByRole("dialog")).toContainText("What stays");
  await page.getByRole("button", { name: "Delete this contact" }).click();
  await expect(page.locator("[data-contact]")).toHaveCount(0);
  expect(await found("5550166")).not.toContain("Marram Row 2");

  await page.getByText("Close this job").click();
  await page.getByRole("textbox", { name: /^Why/ }).fill("The tenant moved out");
  await page.getByRole("button", { name: "Close the job" }).click();
  await expect(page.locator("[data-notice]")).toContainText("Closed as done: The tenant moved out");
  await page.goto("/jobs");
  await expect(named(page, "Pell Lane bakery")).toBeVisible();
  await expect(named(page, "Marram Row 2")).toHaveCount(0);
  await page.goto(`/jobs/${job}/about`);
  await page.getByRole("textbox", { name: "Why is it opened again?" }).fill("A new tenant wants it");
  await page.getByRole("button", { name: "Open it again" }).click();
  await expect(page.locator("[data-notice]")).toHaveCount(0);
  await expect(
    page.getByRole("listitem").filter({ hasText: "Opened again: A new tenant wants it" }),
  ).toBeVisible();

  await page.getByText("Begin another job as a copy of this one").click();
  await page.getByRole("textbox", { name: /^New job/ }).fill("Marram Row 3");
  await page.getByRole("button", { name: "Open the copy" }).click();
  await expect(page).toHaveURL(/\/train/);
  await expect(page.getByRole("link", { name: /^FD-1/ }).first()).toBeVisible();
  const copy = /jobs\/(\w+)\//.exec(page.url())![1]!;
  expect(copy).not.toBe(job);
  await page.goto(`/jobs/${copy}/about`);
  await expect(page.getByText("Begun as a copy of Marram Row 2.")).toBeVisible();
  await page.getByText("Rename it").click();
  await page.getByRole("textbox", { name: /^Job/ }).fill("Marram Row 33");
  await page.getByRole("button", { name: "Keep these names" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("About Marram Row 33");

  await page.getByText("Keep its design as a template").click();
  await page.getByRole("textbox", { name: /^Template/ }).fill("A rented flat");
  await page.getByRole("button", { name: "Keep the template" }).click();
  await expect(page.getByText("Kept: a new job can begin with it")).toBeVisible();
  await page.goto("/jobs");
  await press(page.getByRole("button", { name: "Open a job" }));
  await page.getByLabel("Job, what everyone calls it").fill("Marram Row 44");
  await page.getByLabel("Place, where it is").fill("Marram Row");
  await page.getByRole("combobox", { name: "Begin with" }).selectOption("A rented flat");
  await page.getByRole("button", { name: "Open and start the survey" }).click();
  await expect(page).toHaveURL(/\/site/);
  const begun = /jobs\/(\w+)\//.exec(page.url())![1]!;
  expect((await stateOf(page, begun)).units.map((u) => u.model)).toEqual(["FD-1"]);
  expect((await stateOf(page, begun)).answers).toEqual({});
  await page.goto("/jobs");
  await press(page.getByRole("button", { name: "Take the template A rented flat away" }));
  await expect(page.locator("[data-templates]")).toHaveCount(0);

  // Other tests meet the demo as it was.
  await page.goto(`/jobs/${begun}/about`);
  await page.getByText("Close this job").click();
  await page.getByRole("combobox", { name: "As", exact: true }).selectOption("lost");
  await page.getByRole("textbox", { name: /^Why/ }).fill("Only a trial");
  await page.getByRole("button", { name: "Close the job" }).click();
  await expect(page.locator("[data-notice]")).toContainText("Closed as lost");
  await page.goto(`/jobs/${copy}/about`);
  await page.getByText("Close this job").click();
  await page.getByRole("combobox", { name: "As", exact: true }).selectOption("lost");
  await page.getByRole("textbox", { name: /^Why/ }).fill("Only a trial");
  await page.getByRole("button", { name: "Close the job" }).click();
  await expect(page.locator("[data-notice]")).toContainText("Closed as lost");
  await context.close();
});

test("open points of all jobs stand in one list, and a recall names every job that holds a unit", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await openJob(page, "Eelgrass Court 4B");
  await page.goto(`/jobs/${job}/about`);
  await page.getByText("Add an open point").click();
  await page.getByRole("combobox", { name: "Kind" }).selectOption("permit");
  await page.getByRole("textbox", { name: "What", exact: true }).fill("Leave of the house's owners");
  await page.getByRole("textbox", { name: "Who", exact: true }).fill("Adaeze Quill");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "Permit" })).toContainText("Leave of the house");
  await page.goto("/points?who=Adaeze Quill");
  const point = page.locator("[data-point]").filter({ hasText: "Leave of the house's owners" });
  await expect(point).toContainText("Eelgrass Court 4B");
  await point.getByRole("link", { name: "Eelgrass Court 4B" }).click();
  await page.getByRole("button", { name: /^settled.*Leave of the house/ }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "Permit" })).toContainText("settled");

  await page.goto("/recall");
  await page.getByRole("combobox", { name: "Unit" }).fill("SF-150");
  await page.getByRole("button", { name: "Find the jobs" }).click();
  const recalled = page.locator("[data-recalled]");
  await expect(recalled.filter({ hasText: "Pell Lane bakery" })).toBeVisible();
  await expect(recalled.filter({ hasText: "Tern Street 12" })).toHaveCount(0);
  await page.goto("/recall?unit=SF-150&from=SM-1&to=SM-2");
  await expect(recalled.filter({ hasText: "Pell Lane bakery" })).toContainText("no number written down");
  await context.close();
});
