// What a slow phone makes of a page: when it can be read, and when what is on it answers.

/** The phone that the bench speaks of: 400 kbit/s each way, 400 ms of delay, a quarter of this machine's speed. */
const slowLine = {
  offline: false,
  latency: 400,
  downloadThroughput: 400_000 / 8,
  uploadThroughput: 400_000 / 8,
};
const CPU_DIVIDED_BY = 4;

/**
 * Runs in the page: when its heading was there, and when React had taken it over and no control waited any
 * more, in ms since going there.
 */
function watched() {
  const own = (element) => Object.keys(element).some((key) => key.startsWith("__reactFiber$"));
  const seen = {};
  const look = () => {
    const heading = document.querySelector("h1");
    if (heading && seen.readable === undefined) seen.readable = performance.now();
    if (heading && own(heading) && !document.querySelector("[data-asleep]")) seen.alive = performance.now();
    if (seen.alive === undefined) setTimeout(look, 20);
    else window.phoneSeen = seen;
  };
  look();
}

/** One look at a page by a phone that has nothing of Brant yet (`cold`) or has been on the same page before. */
async function lookAt(context, path, { cold }) {
  // What tells the server that the face of figures is here already (src/ui/figures.ts).
  if (cold) await context.clearCookies({ name: "brant.figures" });
  const page = await context.newPage();
  const devtools = await context.newCDPSession(page);
  await devtools.send("Network.enable");
  if (cold) await devtools.send("Network.clearBrowserCache");
  await devtools.send("Network.emulateNetworkConditions", slowLine);
  await devtools.send("Emulation.setCPUThrottlingRate", { rate: CPU_DIVIDED_BY });
  await page.addInitScript(watched);
  await page.goto(path, { waitUntil: "commit" });
  const seen = await page.waitForFunction(() => window.phoneSeen, undefined, { timeout: 60_000 });
  const { readable, alive } = await seen.jsonValue();
  const painted = await page.evaluate(
    () => performance.getEntriesByName("first-contentful-paint")[0].startTime,
  );
  await page.close();
  return { readable: Math.max(readable, painted), alive };
}

const median = (all) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)];

/**
 * Medians over some rounds, for each page: readable and alive, cold and warm, ms. Rounds go page by page,
 * so that a slow minute hits all alike.
 */
export async function phoneTimes(context, paths, rounds = 7) {
  const times = Object.fromEntries(
    Object.keys(paths).map((name) => [name, { readable: [], cold: [], warmReadable: [], warm: [] }]),
  );
  for (let round = 0; round < rounds; round += 1)
    for (const [name, path] of Object.entries(paths)) {
      const cold = await lookAt(context, path, { cold: true });
      const warm = await lookAt(context, path, { cold: false });
      times[name].readable.push(cold.readable);
      times[name].cold.push(cold.alive);
      times[name].warmReadable.push(warm.readable);
      times[name].warm.push(warm.alive);
    }
  return Object.fromEntries(
    Object.entries(times).map(([name, kinds]) => [
      name,
      Object.fromEntries(Object.entries(kinds).map(([kind, all]) => [kind, median(all)])),
    ]),
  );
}
