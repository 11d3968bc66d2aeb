import { spawn } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import {
  desk,
  entriesOf,
  folder,
  freshId,
  moveClock,
  newSession,
  openJob,
  phone,
  post,
  signedIn,
  signIn,
} from "./hands";

test("nonsense in a quantity is said beside the field, and nothing typed is lost", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke");
  await openJob(page, "Ferryman's Rest inn", "site");
  const field = page.locator('[data-field="source.flowing"]');
  for (const [text, says] of [
    ["3//4", "Stopped at"],
    ["-5 psi", "cannot be below zero"],
    ["1e99", "too high to be real"],
    ["9".repeat(10_240), "at most 60 characters"],
  ] as const) {
    await field.locator("input").fill(text);
    await field.locator("input").blur();
    await expect(field).toContainText(says);
    await expect(field.locator("input")).toHaveAttribute("aria-invalid", "true");
  }
  await field.locator("input").fill("half open");
  await field.locator("input").blur();
  await page.reload();
  await expect(page.locator('[data-field="source.flowing"] input')).toHaveValue("half open");
  await page.locator('[data-field="source.flowing"] input').fill("");
  await context.close();
});

test("hostile bundles are refused in words and leave nothing behind", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await openJob(page, "Eelgrass Court 4B");
  const origin = { origin: new URL(page.url()).origin, "content-type": "application/json" };
  const good = JSON.parse(
    (await (await page.request.get(`/api/jobs/${job}/record?as=bundle`)).body()).toString(),
  ) as { job: string; head: string; entries: Record<string, unknown>[]; files: unknown[]; brant: number };
  const send = async (data: string | Buffer) => {
    const r = await page.request.post("/api/import", { headers: origin, data: Buffer.from(data) });
    return { status: r.status(), error: ((await r.json()) as { error?: string }).error ?? "" };
  };
  const twist = (f: (b: typeof good) => void) => {
    const b = structuredClone(good);
    f(b);
    return JSON.stringify(b);
  };
  const before = await (await page.request.get("/jobs")).text();
  expect(await send("not json")).toMatchObject({
    status: 422,
    error: expect.stringContaining("not JSON") as unknown,
  });
  expect(await send(JSON.stringify({ brant: 2, hello: "there" }))).toMatchObject({
    status: 422,
    error: expect.stringContaining("schema") as unknown,
  });
  expect(
    await send(
      twist((b) => {
        b.entries[1]!.data = { field: 7 };
      }),
    ),
  ).toMatchObject({ status: 422, error: expect.stringContaining("entries.1") as unknown });
  expect(
    await send(
      twist((b) => {
        (b.entries[2]!.data as { text: string }).text = "changed";
      }),
    ),
  ).toMatchObject({ status: 422, error: expect.stringContaining("entry 3 was changed") as unknown });
  expect(
    await send(
      twist((b) => {
        b.entries.pop();
      }),
    ),
  ).toMatchObject({ status: 422, error: expect.stringContaining("head") as unknown });
  expect(await send("[".repeat(100_000))).toMatchObject({
    status: 422,
    error: expect.stringContaining("too deeply") as unknown,
  });
  expect(await send(Buffer.alloc(50 * 1024 * 1024, " "))).toMatchObject({ status: 413 });
  // A large file arrives whole: cut anywhere it would be no JSON.
  expect(await send(`{${" ".repeat(12 * 1024 * 1024)}}`)).toMatchObject({
    status: 422,
    error: expect.stringContaining("not a bundle") as unknown,
  });
  const counted = (html: string) => /Jobs[^]{0,80}?(\d+)<\/span>/.exec(html)?.[1];
  expect(counted(before)).toBeDefined();
  expect(counted(await (await page.request.get("/jobs")).text())).toBe(counted(before));
  await context.close();
});

test("a photo that is no photo is refused; a real one loses its position", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "tobias");
  const job = await openJob(page, "Ropewalk Studio");
  const send = (body: Buffer) =>
    page.request.post(`/api/jobs/${job}/files?id=${freshId()}&for=photo`, {
      headers: { origin: new URL(page.url()).origin, "content-type": "image/jpeg" },
      data: body,
    });
  const bad = await send(Buffer.from("<svg onload=alert(1)>not a photo"));
  expect(bad.status()).toBe(422);
  expect(((await bad.json()) as { error: string }).error).toContain("not a photo");
  const { default: sharp } = await import("sharp");
  const withPosition = await sharp({ create: { width: 3000, height: 2000, channels: 3, background: "#888" } })
    .jpeg()
    .withExif({ IFD0: { Copyright: "Somebody" }, IFD3: { GPSLatitudeRef: "N", GPSLatitude: "52/1 5/1 0/1" } })
    .toBuffer();
  expect((await sharp(withPosition).metadata()).exif).toBeDefined();
  const good = (await (await send(withPosition)).json()) as { file: string };
  const kept = await (await page.request.get(`/api/files/${good.file}`)).body();
  const metadata = await sharp(kept).metadata();
  expect(metadata.exif).toBeUndefined();
  expect(metadata.width).toBe(1600);
  await context.close();
});

test("roles, origins and strangers are kept out on the server", async ({ browser, request }) => {
  const { page, context } = await signedIn(browser, "sunniva");
  const job = await openJob(page, "Ropewalk Studio", "run");
  await expect(page.getByText("only the crew can press here")).toBeVisible();
  const done = { kind: "stepDone", id: freshId(), step: "u1.faucet" };
  expect((await post(page, job, done)).status()).toBe(403);
  expect((await page.request.get(`/api/jobs/${job}/record?as=bundle`)).status()).toBe(403);
  await page.goto("/people");
  await expect(page.getByText("not open to your role")).toBeVisible();
  await context.close();
  const crew = await signedIn(browser, "tobias");
  expect((await post(crew.page, job, { kind: "designSigned", id: freshId(), seen: 1 })).status()).toBe(403);
  expect(
    (await post(crew.page, job, { ...done, id: freshId() }, { origin: "http://elsewhere.example" })).status(),
  ).toBe(403);
  expect(
    (
      await post(crew.page, freshId(), {
        kind: "surveyAnswered",
        id: freshId(),
        field: "source.static",
        text: "1 psi",
        profile: "us",
      })
    ).status(),
  ).toBe(409);
  expect((await post(crew.page, job, { kind: "dropEverything", id: freshId() })).status()).toBe(400);
  await crew.context.close();
  expect((await request.get(`/api/jobs/${job}/entries?after=0`)).status()).toBe(401);
  expect((await request.get("/jobs", { maxRedirects: 0 })).headers().location).toContain("/sign-in");
});

test("a stale form is refused when someone changed the job meanwhile", async ({ browser }) => {
  const one = await signedIn(browser, "imke");
  const two = await signedIn(browser, "office");
  const job = await openJob(one.page, "Old Customs House flats", "train");
  await one.page.goto(`/jobs/${job}/train?at=u1`);
  await openJob(two.page, "Old Customs House flats", "site");
  const field = two.page.locator('[data-field="source.night"]');
  await field.locator("input").fill("88 psi");
  await field.locator("input").blur();
  await expect(field).toContainText("saved");
  await one.page.getByRole("button", { name: "Later" }).click();
  await expect(one.page.getByText("Someone changed this job meanwhile")).toBeVisible();
  await one.context.close();
  await two.context.close();
});

test("a session that ends while typing keeps the draft", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await openJob(page, "Ferryman's Rest inn", "site");
  const field = page.locator('[data-field="space.obstacles"]');
  await context.clearCookies();
  await field.locator("input").fill("Door swings inward, 30 in");
  await field.locator("input").blur();
  // Who does not want to sign in here may do so later.
  await page
    .getByRole("dialog", { name: /Your session has ended/ })
    .getByRole("button", { name: "Close" })
    .click();
  await expect(field).toContainText("Your session has ended");
  await page.goto("/sign-in");
  await signIn(page, "imke");
  await page.goto(`/jobs/${job}/site`);
  await expect(page.locator('[data-field="space.obstacles"] input')).toHaveValue("Door swings inward, 30 in");
  await page.locator('[data-field="space.obstacles"] input').focus();
  await page.locator('[data-field="space.obstacles"] input').blur();
  await expect(page.locator('[data-field="space.obstacles"]')).toContainText("saved");
  await context.close();
});

test("two people finishing one step finish it once, and both phones agree", async ({ browser }) => {
  const one = await signedIn(browser, "tobias", phone);
  const two = await signedIn(browser, "adaeze", phone);
  const job = await openJob(one.page, "Ropewalk Studio", "run");
  await two.page.goto(`/jobs/${job}/run`);
  const step = one.page.locator("article[data-step]");
  await expect(step).toHaveAttribute("data-step", "u1.faucet");
  await Promise.all(
    [one.page, two.page].map((p) => p.getByRole("button", { name: "Done", exact: true }).click()),
  );
  await Promise.all(
    [one.page, two.page].map((p) =>
      expect(p.locator("article[data-step]")).toHaveAttribute("data-step", "u1.saddle"),
    ),
  );
  await expect
    .poll(
      async () =>
        (await entriesOf(one.page, job)).filter((e) => e.kind === "stepDone" && e.data.step === "u1.faucet")
          .length,
    )
    .toBeGreaterThan(0);
  await one.page.goto(`/jobs/${job}/run?step=u1.faucet`);
  await two.page.goto(`/jobs/${job}/run?step=u1.faucet`);
  const said = await one.page.getByText(/Done by/).innerText();
  expect(await two.page.getByText(/Done by/).innerText()).toBe(said);
  await one.context.close();
  await two.context.close();
});

test("a phone an hour wrong counts as the server does", async ({ browser }) => {
  const context = await browser.newContext({ ...phone, baseURL: process.env.BRANT_TEST_BASE! });
  await context.addInitScript(() => {
    const real = Date.now.bind(Date);
    Date.now = () => real() + 3_600_000;
  });
  const page = await context.newPage();
  await signIn(page, "tobias");
  const job = await openJob(page, "Pell Lane bakery", "run?step=u1.soak");
  const right = await signedIn(browser, "adaeze", phone);
  await right.page.goto(`/jobs/${job}/run?step=u1.soak`);
  const until = (p: typeof page) => p.getByText(/soak until/).innerText();
  expect(await until(page)).toBe(await until(right.page));
  await expect(page.getByRole("button", { name: "Soak is over, go on" })).toBeDisabled();
  const refused = await post(page, job, {
    kind: "stepDone",
    id: freshId(),
    step: "u1.soak",
    claimed: new Date(Date.now() + 5 * 3_600_000).toISOString(),
  });
  expect(refused.status()).toBe(409);
  await context.close();
  await right.context.close();
});

test(
  "the database gone for a while in the middle of a step: queued, said, nothing lost",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(180_000);
    const { page, context } = await signedIn(browser, "tobias", phone);
    const whole = page.waitForResponse(/\/api\/jobs\/\w+\/whole$/);
    const job = await openJob(page, "Ropewalk Studio", "run");
    const shown = page.locator("article[data-step]");
    // Which step it is at depends on what ran before it.
    const step = (await shown.getAttribute("data-step"))!;
    // From here on the phone decides by itself.
    await (await whole).finished();
    const pid = Number(readFileSync(join(folder, "m.pid"), "utf8"));
    process.kill(pid, "SIGKILL");
    await page.getByRole("button", { name: "Done", exact: true }).click();
    await expect(page.locator("[data-queued]")).toContainText("kept on this phone");
    await expect(shown).not.toHaveAttribute("data-step", step);
    await page.waitForTimeout(20_000);
    await expect(page.locator("[data-queued]")).toBeVisible();
    const settings = join(folder, "my.cnf");
    spawn("mariadbd", [`--defaults-file=${settings}`, ...(process.getuid?.() === 0 ? ["--user=root"] : [])], {
      stdio: "ignore",
      detached: true,
    }).unref();
    await expect(page.locator("[data-queued]")).toHaveCount(0, { timeout: 60_000 });
    const entries = await entriesOf(page, job);
    expect(entries.filter((e) => e.kind === "stepDone" && e.data.step === step)).toHaveLength(1);
    expect((await page.request.get("/api/health")).status()).toBe(200);
    await context.close();
  },
);

test("a timer survives a reload, a closed browser and another phone, and never ends early", async ({
  browser,
}) => {
  const one = await signedIn(browser, "tobias", phone);
  const job = await openJob(one.page, "Pell Lane bakery", "run?step=u1.soak");
  const shown = async (p: typeof one.page) => {
    // Within its last hour it shows minutes and seconds alone.
    const parts = (await p.getByRole("timer").innerText()).split(":").map(Number);
    return parts.reduce((seconds, part) => seconds * 60 + part, 0);
  };
  const before = await shown(one.page);
  await one.context.close();
  const two = await signedIn(browser, "adaeze", phone);
  await two.page.goto(`/jobs/${job}/run?step=u1.soak`);
  const after = await shown(two.page);
  expect(before - after).toBeGreaterThanOrEqual(0);
  expect(before - after).toBeLessThan(60);
  await moveClock(two.page, (after - 30) * 1000);
  await two.page.reload();
  await expect(two.page.getByRole("button", { name: "Soak is over, go on" })).toBeDisabled();
  await moveClock(two.page, 31_000);
  await two.page.reload();
  await expect(two.page.getByRole("button", { name: "Soak is over, go on" })).toBeEnabled();
  await two.context.close();
});

test("guessing a password is slowed down", async ({ browser }) => {
  const context = await browser.newContext({ ...desk, baseURL: process.env.BRANT_TEST_BASE! });
  const page = await context.newPage();
  await page.goto("/sign-in");
  for (let i = 0; i < 6; i += 1) {
    await page.getByLabel("E-mail").fill("nobody@saltmarsh.example");
    await page.getByLabel("Password").fill(`guess number ${i}`);
    await Promise.all([
      page.waitForResponse((r) => r.request().method() === "POST"),
      page.getByRole("button", { name: "Sign in" }).click(),
    ]);
    await expect(page.getByRole("button", { name: "Sign in" })).toBeEnabled();
    await expect(page.getByRole("status")).toContainText(i < 5 ? "do not match" : "Too many tries");
  }
  await moveClock(page, 3000);
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("status")).toContainText("do not match");
  await context.close();
});

test("a locked phone opens by its PIN, and signing out everywhere ends every session", async ({
  browser,
}) => {
  const one = await newSession(browser, "adaeze", phone);
  await one.page.goto("/me");
  await one.page.getByRole("button", { name: "Lock this phone now" }).click();
  await expect(one.page.getByRole("heading", { level: 1 })).toContainText("locked");
  await one.page.goto("/jobs");
  await expect(one.page).toHaveURL(/\/unlock/);
  await one.page.getByLabel("PIN").fill("0000");
  await one.page.getByRole("button", { name: "Unlock" }).click();
  await expect(one.page.getByRole("status")).toContainText("not right");
  await one.page.getByLabel("PIN").fill("4721");
  await one.page.getByRole("button", { name: "Unlock" }).click();
  await expect(one.page.getByRole("heading", { level: 1 })).not.toContainText("locked");
  const two = await newSession(browser, "adaeze");
  await two.page.goto("/me");
  await two.page.getByRole("button", { name: /Sign out on every phone/ }).click();
  await expect(two.page).toHaveURL(/\/sign-in/);
  await one.page.goto("/jobs");
  await expect(one.page).toHaveURL(/\/sign-in/);
  await one.context.close();
  await two.context.close();
});
