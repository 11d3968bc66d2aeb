import { createHash } from "node:crypto";
import { expect, test, type Page } from "@playwright/test";
import { unzipSync } from "fflate";
import { ulid } from "ulid";
import { standingStops } from "@/core/job";
import { Desk, MIN, knowledge, runOf, work } from "../unit/desk";
import { sent, stateOf } from "./crew";
import { base, desk, entriesOf, freshId, post, signedIn } from "./hands";
import { paper } from "./walk";

// What was signed stays as it was signed: its paper, addenda to it, and a run that is opened again behind it.

/** A house with a chamber whose run is at its end, brought in as a log of another Brant. */
async function broughtIn(page: Page): Promise<string> {
  const answers = { "source.kind": "well", "water.coliform": "present" };
  const d = work(runOf(["PS-20", "UV-45"], answers, new Desk(knowledge, ulid(), "Signed and kept")));
  for (const { reading } of standingStops(d.job)) {
    d.now += MIN;
    d.do({ kind: "readingOverridden", reading, why: "Agreed with the household" });
  }
  // Names of entries are those of every Brant: this log has its own.
  const job = d.job.id;
  const bundle = { brant: 1, job, head: d.job.head, entries: d.entries, files: [] };
  const answer = await page.request.post("/api/import", {
    headers: { origin: base },
    data: JSON.stringify(bundle),
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return job;
}

async function signedAs(page: Page, button: string, name: string): Promise<void> {
  await page.getByRole("button", { name: button }).click();
  await page.getByLabel("Name", { exact: true }).fill(name);
  await page.getByRole("button", { name: "Sign", exact: true }).click();
  await expect(page.getByRole("dialog")).toHaveCount(0);
}

const hashOf = async (page: Page, address: string): Promise<string> => {
  const answer = await page.request.get(address);
  expect(answer.ok(), address).toBe(true);
  return createHash("sha256")
    .update(await answer.body())
    .digest("hex");
};

test(
  "a record is kept as it was signed, changed by an addendum alone, and opened again by its sample",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(240_000);
    const { page, context } = await signedIn(browser, "imke", desk);
    const job = await broughtIn(page);
    await page.goto(`/jobs/${job}/record`);
    await signedAs(page, "Sign as installer", "Imke Vos");
    await signedAs(page, "Sign as householder", "The household");
    await expect(page.getByText("Handed over")).toBeVisible();

    const signatures = (await entriesOf(page, job)).filter((e) => e.kind === "signed");
    expect(signatures).toHaveLength(2);
    const { paperSha256: hash, head } = signatures[1]!.data as { paperSha256: string; head: string };
    const record = `/api/jobs/${job}/record?as=record`;
    expect(await hashOf(page, record)).toBe(hash);
    // What the household is given is one file: the very paper that was signed, the pack and the valve card.
    const given = await page.request.get(`/api/jobs/${job}/record?as=household`);
    expect(given.headers()["content-disposition"]).toContain("signed-and-kept-for-the-household.zip");
    const papers = unzipSync(new Uint8Array(await given.body()));
    expect(Object.keys(papers).sort()).toEqual([
      "signed-and-kept-customer-pack.pdf",
      "signed-and-kept-record.pdf",
      "signed-and-kept-valve-card.pdf",
    ]);
    const sha = createHash("sha256").update(papers["signed-and-kept-record.pdf"]!).digest("hex");
    expect(sha).toBe(hash);
    const { text } = await paper(page, job, "record");
    for (const words of [
      "householder: The household",
      "installer: Imke Vos",
      `head ${head}`,
      "Bacteria sample",
    ])
      expect(text).toContain(words);

    // An answer about leaks is entered by who takes it; a number that was signed is not changed so.
    await page.getByText("Enter an answer").click();
    await page.getByRole("button", { name: "Every joint dry" }).click();
    await page.getByRole("button", { name: "Keep the answer" }).click();
    await expect(page.getByText("1 of 14 days answered")).toBeVisible();
    const number = {
      kind: "serialRecorded",
      unit: "u2",
      what: "serial",
      label: "Serial number",
      text: "SM-9917",
    };
    const refused = await post(page, job, { id: freshId(), ...number });
    expect(refused.status()).toBe(409);
    expect(await refused.text()).toContain("Open an addendum");

    await page.getByText("Change what was signed").click();
    await page.getByLabel("What is changed, and why").fill("The chamber's number was misread");
    await page.getByRole("button", { name: "Open an addendum" }).click();
    await expect(page.getByText("What was signed may be changed now")).toBeVisible();
    await sent(page, job, number);
    await page.reload();
    await signedAs(page, "Sign the addendum", "Imke Vos");
    const addendum = page.getByRole("link", { name: "Addendum 1, PDF" });
    await expect(addendum).toBeVisible();
    const last = (await entriesOf(page, job)).at(-1)!.data as { paperSha256: string };
    expect(await hashOf(page, (await addendum.getAttribute("href"))!)).toBe(last.paperSha256);
    expect(await hashOf(page, record)).toBe(hash);
    expect((await paper(page, job, "record&as_of=now")).text).toContain("SM-9917");

    // Who may not take the record away does not get its papers by their names either.
    const apprentice = await signedIn(browser, "sunniva", desk);
    const asked = await apprentice.page.request.get((await addendum.getAttribute("href"))!);
    expect(asked.status()).toBe(403);
    await apprentice.context.close();

    // The sample: present opens the run again, and the signed paper stays what it was.
    await page.getByLabel("Laboratory").fill("Harbour laboratory");
    await page.getByLabel("Taken on").fill("2026-12-02");
    await page.getByRole("button", { name: "Present", exact: true }).click();
    await page.getByRole("button", { name: "Keep the result" }).click();
    await expect(page.getByText(/bacteria present/).first()).toBeVisible();
    await page.goto(`/jobs/${job}/run`);
    await page.getByRole("button", { name: "Open the run again" }).click();
    await expect(page.locator("article[data-step]")).toContainText("The household boils its water");
    await expect(page.getByRole("button", { name: "Open the run again" })).toHaveCount(0);
    await page.goto(`/jobs/${job}/record`);
    await expect(page.locator("[data-blockers]")).toContainText("Find the way in");
    const earlier = page.getByRole("link", { name: "As it was signed, PDF" });
    expect(await hashOf(page, (await earlier.getAttribute("href"))!)).toBe(hash);
    expect((await stateOf(page, job)).handOvers).toHaveLength(1);
    await context.close();
  },
);
