import { surveyFields } from "@/catalogue/survey";
import {
  type Locator,
  expect,
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  type Page,
} from "@playwright/test";

export const base = process.env.BRANT_TEST_BASE!;
export const other = process.env.BRANT_TEST_OTHER!;
export const folder = process.env.BRANT_TEST_FOLDER!;
export const password = "tidal-valley-25";
export const desk = { viewport: { width: 1280, height: 800 } } as const;
export const phone = {
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  isMobile: true,
  deviceScaleFactor: 2,
} as const;

/** How a browser shows pages. */
type Screen = Pick<BrowserContextOptions, "viewport" | "hasTouch" | "isMobile" | "deviceScaleFactor">;

/** Cookies of who has signed in already, by person and server. */
const sessions = new Map<string, Awaited<ReturnType<BrowserContext["cookies"]>>>();

/** A browser with a person signed in by the sign-in page: a session that no other test has. */
export async function newSession(
  browser: Browser,
  who: string,
  screen: Screen = desk,
  at = base,
): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({ ...screen, baseURL: at });
  const page = await context.newPage();
  await signIn(page, who);
  return { context, page };
}

/**
 * A browser with a person signed in: by the session that an earlier test left, or by a new one where that
 * has ended.
 */
export async function signedIn(
  browser: Browser,
  who: string,
  screen: Screen = desk,
  at = base,
): Promise<{ context: BrowserContext; page: Page }> {
  const kept = sessions.get(`${who} ${at}`);
  if (kept) {
    const context = await browser.newContext({ ...screen, baseURL: at });
    await context.addCookies(kept);
    const page = await context.newPage();
    await page.goto("/");
    if (new URL(page.url()).pathname === "/") return { context, page };
    await context.close();
  }
  const made = await newSession(browser, who, screen, at);
  sessions.set(`${who} ${at}`, await made.context.cookies());
  return made;
}
export async function signIn(page: Page, who: string): Promise<void> {
  if (!page.url().includes("/sign-in")) await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill(`${who}@saltmarsh.example`);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("heading", { level: 1 })).not.toHaveText("Sign in to Brant");
}

/** Opens a job of the demo by its name, however many jobs other tests have put before it in the list. */
export async function openJob(page: Page, name: string, phase = ""): Promise<string> {
  const answer = await page.request.get(`/api/find?q=${encodeURIComponent(name)}`);
  const found = (await answer.json()) as readonly { kind: string; title: string; href: string }[];
  const jobs = found.filter((f) => f.kind === "job" && f.title.toLowerCase().includes(name.toLowerCase()));
  const id = (jobs.find((f) => f.title === name) ?? jobs[0])?.href.split("/")[2];
  if (!id) throw new Error(`There is no job ${name}`);
  await page.goto(`/jobs/${id}${phase ? `/${phase}` : ""}`);
  return id;
}

/** Moves the server's clock of the test build. */
export async function moveClock(page: Page, ms: number): Promise<void> {
  expect((await page.request.post("/api/test/clock", { data: { ms } })).ok()).toBe(true);
}

/** Sends an intent past the interface, as a hostile or old client would. */
export const post = (page: Page, job: string, intent: unknown, headers: Record<string, string> = {}) =>
  page.request.post(`/api/jobs/${job}/entries`, {
    data: intent,
    headers: { origin: new URL(page.url()).origin, ...headers },
  });

let counter = 0;
/** An identifier of the right shape that no other test uses. */
export const freshId = (): string => {
  counter += 1;
  return `01J${(Date.now() * 1000 + counter)
    .toString(32)
    .toUpperCase()
    .replace(/[ILOU]/g, "X")
    .padStart(23, "0")
    .slice(-23)}`;
};

export async function entriesOf(
  page: Page,
  job: string,
): Promise<
  {
    kind: string;
    by: { name: string };
    data: Record<string, unknown>;
    seq: number;
    at: string;
    hash: string;
  }[]
> {
  return ((await (await page.request.get(`/api/jobs/${job}/entries?after=0`)).json()) as { entries: never[] })
    .entries;
}

/** The page's scripts have come, everything on it answers, and stands where it will stand. */
export const awake = (page: Page) => expect(page.locator("[data-asleep], [data-folded]")).toHaveCount(0);

/** Which crews have a screen that takes a finger; asked once, because a page that is leaving does not answer. */
const fingers = new WeakMap<BrowserContext, boolean>();

async function takesFinger(page: Page): Promise<boolean> {
  const known = fingers.get(page.context());
  if (known !== undefined) return known;
  const takes = await page.evaluate(() => navigator.maxTouchPoints > 0);
  fingers.set(page.context(), takes);
  return takes;
}

/** Presses what is shown, with a finger where the screen takes one, once the page answers. */
export async function press(what: Locator): Promise<void> {
  await awake(what.page());
  const byTouch = await takesFinger(what.page());
  await (byTouch ? what.tap() : what.click());
}

/**
 * Ticks a box, or takes its tick away; what it shows follows a moment later where the rest of the page is
 * still coming to life.
 */
export async function tick(box: Locator, on = true): Promise<void> {
  await box.click();
  await expect(box).toBeChecked({ checked: on });
}

/** Answers one question of the survey: a choice by its words or its option's name, a count by its buttons. */
async function answered(box: Locator, id: string, text: string): Promise<void> {
  const field = surveyFields.get(id)!;
  if (field.kind === "count") {
    for (let i = 0; i < Number(text); i += 1) {
      await press(box.getByRole("button", { name: /One more/ }));
      await expect(box.locator("output")).toHaveText(String(i + 1));
    }
    return;
  }
  if (field.kind === "choice") {
    for (const one of field.many ? text.split(",") : [text]) {
      const name = field.options.find((o) => o.id === one)?.label ?? one;
      await press(box.getByRole("button", { name }).first());
      await expect(box).toContainText("✓");
    }
    return;
  }
  const input = box.locator("input");
  await input.fill(text);
  await input.blur();
  await expect(box).toContainText(/saved|✓/);
}

/** Fills the survey by its own fields. */
export async function survey(page: Page, answers: Readonly<Record<string, string>>): Promise<void> {
  for (const [field, text] of Object.entries(answers))
    await answered(page.locator(`[data-field="${field}"]`), field, text);
  await expect(page.getByText("saving…")).toHaveCount(0);
}

/**
 * Presses a step's button as a crew does: what fills on the way is listened to and answered first, then it
 * is pressed again.
 */
export async function pressThrough(step: Locator, way: Locator): Promise<void> {
  const heard = step.locator("[data-heard]");
  // A busy machine may need longer than two seconds for an order: it is waited for, though nobody has to.
  await step.getByText(/No order was found/).waitFor({ state: "detached" });
  for (;;) {
    await way.or(heard).first().waitFor();
    if (await heard.isVisible()) {
      await press(heard);
      // What was turned just before may be on its way still, and fill anew: it is looked at again.
      await step.page().waitForTimeout(300);
      continue;
    }
    // Its words change as it becomes free: they are read then.
    await expect(way).toBeEnabled();
    const words = (await way.textContent()) ?? "";
    await press(way);
    if (/listen/.test(words)) {
      await heard.waitFor();
      continue;
    }
    // What fills may have come to the page under the finger: then the press only said that all is turned.
    // A page that is leaving for the next step has no words; asking it for them fails.
    const wordsNow = async () => (await way.allTextContents().catch(() => []))[0];
    await expect.poll(async () => (await heard.isVisible()) || (await wordsNow()) !== words).toBe(true);
    const stillListens = (await heard.isVisible()) || /listen/.test((await wordsNow()) ?? "");
    if (!stillListens) return;
  }
}

/** Looks at a glass where water runs until it is clear, or holds no air; nothing where it was looked at before. */
export async function lookAtGlass(step: Locator): Promise<void> {
  const clear = step.getByRole("group", { name: "It looks" }).getByRole("button", { name: /^(✓ )?Clear$/ });
  const again = step.getByRole("button", { name: "Another glass" });
  await clear.or(again).first().waitFor();
  if (await again.isVisible()) return;
  const vessel = step.getByLabel(/^In the vessel/);
  if ((await vessel.count()) > 0) await vessel.fill("2 gal");
  await press(clear);
  await press(step.getByRole("button", { name: "Keep this reading" }));
  await again.waitFor();
}

/** Makes every move that a step lists, one after the other, and answers what fills. */
export async function turnAll(step: Locator): Promise<void> {
  const turned = step.getByRole("button", { name: /^Turned: / });
  const heard = step.locator("[data-heard]");
  const stands = step.getByText("The rig stands so");
  for (;;) {
    await turned.or(heard).or(stands).first().waitFor();
    if (await heard.isVisible()) {
      await press(heard);
      await step.page().waitForTimeout(300);
    } else if (await turned.isVisible()) {
      const move = step.locator("[data-next-move]");
      const now = (await move.getAttribute("data-next-move"))!;
      await press(turned);
      // Where the same move still stands it is pressed again, as a person does.
      await step
        .locator(`[data-next-move="${now}"]`)
        .waitFor({ state: "detached", timeout: 10_000 })
        .catch(() => undefined);
    } else return;
  }
}

/** Adds a person as the owner does; the link by which the person chooses a password. */
export async function added(owner: Page, name: string, who: string): Promise<string> {
  await owner.goto("/people");
  const add = owner.locator("form").last();
  await add.getByLabel("Name").fill(name);
  await add.getByLabel("E-mail").fill(`${who}@saltmarsh.example`);
  await add.getByRole("button", { name: "Add person" }).click();
  return add.locator("[data-password-link]").innerText();
}

/** Chooses a password by a link. */
export async function choosePassword(page: Page, link: string, fresh: string): Promise<void> {
  // A link that differs behind its # only would not load the page anew.
  await page.goto("about:blank");
  await page.goto(link);
  await page.getByLabel("Your password").fill(fresh);
  await page.getByRole("button", { name: "Keep this password" }).click();
  // It goes to the sign-in page by itself: whoever goes elsewhere before is brought back there.
  const signIn = page.getByRole("heading", { name: "Sign in to Brant" });
  const refused = page.getByText("This link was used, or is over").or(page.locator("[aria-invalid=true]"));
  await expect(signIn.or(refused).first()).toBeVisible();
}
