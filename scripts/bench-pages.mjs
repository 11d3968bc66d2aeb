// What the bench does in a browser, on a Brant that is served at some origin.
import { gzipSync } from "node:zlib";
import { Plain } from "./machine.mjs";

const password = "tidal-valley-25";

/** A browser signed in as somebody of the demo: its context, a page, and the cookie for requests of its own. */
export async function signedIn(browser, origin, who, options = {}) {
  const context = await browser.newContext({ baseURL: origin, ...options });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill(`${who}@saltmarsh.example`);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL(`${origin}/`);
  const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join("; ");
  return { origin, context, page, cookie };
}

/** Milliseconds until a page has come whole. */
export async function timeOf({ origin, cookie }, path) {
  const from = performance.now();
  const response = await fetch(origin + path, { headers: { cookie }, redirect: "manual" });
  await response.arrayBuffer();
  if (response.status !== 200) throw new Plain(`${path} answered ${response.status}`);
  return performance.now() - from;
}

/** Where a job of some name is. */
export async function jobPath(page, name) {
  await page.goto(`/jobs?life=any&q=${encodeURIComponent(name)}`);
  const href = await page.getByRole("link", { name }).first().getAttribute("href");
  return /^\/jobs\/[^/]*/.exec(href)[0];
}

/**
 * Milliseconds from the POST of an answer until the findings beside the survey have changed, for each of
 * some rounds.
 */
export async function answerTimes(page, job, rounds) {
  await page.goto(`${job}/site`);
  await page.waitForLoadState("networkidle");
  return page.evaluate(async (count) => {
    const input = document.querySelector("[data-field='water.iron'] input");
    const findings = document.querySelector("[aria-label='Findings']");
    const { set } = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value");
    const send = window.fetch;
    let posted = 0;
    window.fetch = (...request) => {
      if (request[1]?.method === "POST") posted = performance.now();
      return send(...request);
    };
    const pause = (ms) => new Promise((go) => setTimeout(go, ms));
    const changed = (before) =>
      new Promise((done, fail) => {
        const late = setTimeout(() => fail(new Error("the findings did not change")), 10_000);
        const watch = new MutationObserver(() => {
          if (findings.innerText === before) return;
          watch.disconnect();
          clearTimeout(late);
          done(performance.now());
        });
        watch.observe(findings, { subtree: true, childList: true, characterData: true });
      });
    const times = [];
    for (let round = 0; round < count; round += 1) {
      const shown = changed(findings.innerText);
      input.focus();
      set.call(input, round % 2 ? "0.1 mg/L" : "4.4 mg/L");
      input.dispatchEvent(new Event("input", { bubbles: true }));
      await pause(50);
      input.blur();
      times.push((await shown) - posted);
      // The page comes to rest before the next answer.
      await pause(1200);
    }
    return times;
  }, rounds);
}

/**
 * The compressed bytes of every script fetched from going to a page until something has happened there, by
 * address; workers apart.
 */
export async function scriptsUntil(context, path, happened) {
  const page = await context.newPage();
  const fetched = new Map();
  const reading = [];
  page.on("response", (response) => {
    if (!/\.js(\?|$)/.test(response.url())) return;
    reading.push(response.body().then((body) => fetched.set(response.url(), gzipSync(body).length)));
  });
  const workers = [];
  page.on("worker", (worker) => workers.push(worker.url()));
  await page.goto(path);
  await happened(page);
  await Promise.allSettled(reading);
  await page.close();
  const scripts = [...fetched].filter(([url]) => !workers.includes(url));
  return {
    files: scripts.length,
    bytes: scripts.reduce((sum, [, size]) => sum + size, 0),
    workers: [...fetched].filter(([url]) => workers.includes(url)).reduce((sum, [, size]) => sum + size, 0),
  };
}
