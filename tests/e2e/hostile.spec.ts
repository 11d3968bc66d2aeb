import { expect, test, type APIResponse, type Page } from "@playwright/test";
import { desk, freshId, openJob, signedIn } from "./hands";

// What no page of Brant would send: it is refused in words, never a failure of the server.

const HALF = "\ud83d";
const LONG = "x".repeat(300_000);
const oddNumbers = ["1e99", "-1", "0", "NaN", "999999999999999999999", "1.5", "%00", ""];
const oddPaths = [
  "%E0%A4%A",
  "%00",
  "..%2f..%2fetc%2fpasswd",
  "%F0%9F%9A%B0",
  "A".repeat(2000),
  "'%20or%201=1",
  "null",
];

/** Addresses of pages and files that are none. */
function oddAddresses(job: string): string[] {
  const numbers = oddNumbers.flatMap((n) => [
    `/jobs?page=${n}`,
    `/catalogue/SF-150?version=${n}`,
    `/catalogue/recipes/softener?version=${n}`,
    `/api/jobs/${job}/entries?after=${n}`,
    `/jobs/${job}/train?at=${n}`,
    `/jobs/${job}/run?step=${n}`,
  ]);
  const paths = oddPaths.flatMap((p) => [
    `/jobs/${p}`,
    `/jobs/${p}/site`,
    `/jobs/${job}/${p}`,
    `/api/jobs/${p}/entries`,
    `/api/jobs/${p}/record?as=record`,
    `/api/jobs/${job}/valves/${p}`,
    `/api/files/${p}`,
    `/api/sheets/${p}`,
    `/api/find?q=${p}`,
    `/catalogue/${p}`,
    `/catalogue/recipes/${p}`,
    `/practice/${p}`,
    `/sign-in?next=${p}`,
  ]);
  return [...numbers, ...paths, `/jobs/${job}/train/compare?a=design9&b=${"XX%2B".repeat(300)}`];
}

/** Bodies that are no intent, or one that cannot be kept. */
function oddBodies(): string[] {
  const answer = (over: object) =>
    JSON.stringify({
      kind: "surveyAnswered",
      id: freshId(),
      field: "site.note",
      text: "x",
      profile: "us",
      ...over,
    });
  return [
    "",
    "null",
    "[]",
    '"text"',
    "{",
    "1e400",
    "[".repeat(50_000),
    JSON.stringify({ kind: "constructor", id: freshId() }),
    JSON.stringify({ kind: "__proto__", id: freshId() }),
    '{"kind":"jobOpened","id":"01J00000000000000000000000","__proto__":{"name":"x"}}',
    answer({ text: HALF }),
    answer({ text: `water ${HALF}` }),
    answer({ [HALF]: "x" }),
    answer({ field: HALF }),
    answer({ field: "toString" }),
    answer({ field: "__proto__" }),
    answer({ text: "\u0000" }),
    answer({ text: LONG }),
    answer({ text: 7 }),
    answer({ profile: "imperial" }),
    answer({ id: "x" }),
    answer({ claimed: "yesterday" }),
    answer({ claimed: "9999-12-31T23:59:59Z" }),
    JSON.stringify({
      kind: "serialRecorded",
      id: freshId(),
      unit: "u1",
      what: "w".repeat(60),
      label: "x",
      text: "x",
    }),
    JSON.stringify({
      kind: "serialRecorded",
      id: freshId(),
      unit: "u1",
      what: "serial",
      label: "x",
      text: "x".repeat(81),
    }),
    JSON.stringify({
      kind: "photoAdded",
      id: freshId(),
      file: freshId(),
      sha256: "0".repeat(64),
      caption: "none",
    }),
    JSON.stringify({ kind: "openPointAdded", id: freshId(), text: "\ufffe\uffff\u202e" }),
    JSON.stringify({
      kind: "designChanged",
      id: freshId(),
      units: Array(40).fill({ key: "a", model: "SF-150", parallel: 6 }),
      what: "x",
      seen: 1,
    }),
    JSON.stringify({
      kind: "designChanged",
      id: freshId(),
      units: [{ key: "a", model: "toString", parallel: 1 }],
      what: "x",
      seen: 1,
    }),
  ];
}

/** Sends a body as the page itself would, or from somewhere else. */
const posted = (page: Page, path: string, data: string | Buffer, headers: Record<string, string> = {}) =>
  page.request.post(path, {
    headers: { origin: new URL(page.url()).origin, "content-type": "application/json", ...headers },
    data,
  });

test("nothing that is sent makes the server fail", { tag: "@long" }, async ({ browser }) => {
  test.setTimeout(300_000);
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await openJob(page, "Ropewalk Studio");
  const failed: string[] = [];
  let asked = 0;
  const looked = async (what: string, answer: Promise<APIResponse>) => {
    asked += 1;
    const status = (await answer).status();
    if (status >= 500) failed.push(`${status} ${what.slice(0, 120)}`);
  };
  for (const path of oddAddresses(job)) await looked(path, page.request.get(path, { maxRedirects: 3 }));
  for (const body of oddBodies()) await looked(body, posted(page, `/api/jobs/${job}/entries`, body));
  for (const origin of ["null", "about:blank", "http://", "https://elsewhere.example", "file://"]) {
    const answer = await posted(page, `/api/jobs/${job}/entries`, "{}", { origin });
    expect([origin, answer.status()]).toEqual([origin, 403]);
    asked += 1;
  }
  for (const path of [
    "/api/import",
    "/api/catalogue/read",
    "/api/catalogue/take",
    `/api/jobs/${job}/files?id=x`,
  ])
    for (const body of ["", "null", "{}", "PK\u0003\u0004", "[".repeat(9000), HALF])
      await looked(`${path} ${body}`, posted(page, path, body));
  expect(failed).toEqual([]);
  expect(asked).toBeGreaterThan(150);
  await context.close();
});
