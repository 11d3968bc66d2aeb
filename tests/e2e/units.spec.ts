import { expect, test, type Page } from "@playwright/test";
import { unitModels } from "@/catalogue/units";
import type { UnitSystem } from "@/core/units";
import { stateOf } from "./crew";
import { openJob, signedIn } from "./hands";
import { foreignTo } from "./unitsSeen";

/** Jobs of the demo of every phase: handed over, running, designed, surveyed. */
const JOBS = [
  "Pell Lane bakery",
  "Kittle Point lighthouse cottage",
  "Hollin Weir smokehouse",
  "Ropewalk Studio",
];

/** One unit of every family: the pages of the others have the same fields. */
const oneOfEach = [...new Map([...unitModels.values()].toReversed().map((m) => [m.family, m.code])).values()];

async function reads(page: Page, system: UnitSystem | ""): Promise<void> {
  await page.goto("/me");
  await page.getByLabel("Units shown to me").selectOption(system);
  await page.getByRole("button", { name: "Save units" }).click();
  await expect(page.getByText("Units changed")).toBeVisible();
}

/** Every page and paper of a job, each station and each step too. */
async function pathsOf(page: Page, name: string): Promise<string[]> {
  const id = await openJob(page, name);
  const job = await stateOf(page, id);
  const stations = [...job.units.map((u) => u.key), "house"];
  const steps = job.run?.steps.map((s) => s.id) ?? [];
  const signed = job.revisions.length > 0;
  return [
    ...["site", "train", "record", "about", "train/compare"].map((phase) => `/jobs/${id}/${phase}`),
    ...stations.map((at) => `/jobs/${id}/train?at=${at}`),
    ...steps.map((step) => `/jobs/${id}/run?step=${step}`),
    ...(job.units.length > 0 ? [`/jobs/${id}/train/valves`] : []),
    ...(job.run ? [`/api/jobs/${id}/record?as=record`, `/api/jobs/${id}/record?as=pack`] : []),
    ...(signed ? [`/api/jobs/${id}/valves/card`] : []),
  ];
}

for (const system of ["us", "metric"] as const)
  test(
    `who reads ${system} units reads no others, on pages and on paper`,
    { tag: "@long" },
    async ({ browser }) => {
      test.setTimeout(300_000);
      const { page, context } = await signedIn(browser, "imke");
      await reads(page, system);
      try {
        const jobs: string[] = [];
        for (const name of JOBS) jobs.push(...(await pathsOf(page, name)));
        const paths = [
          ...["/", "/jobs?state=all", "/points", "/catalogue", "/catalogue/recipes", "/practice", "/company"],
          ...jobs,
          ...oneOfEach.map((code) => `/catalogue/${code}`),
          ...["SF-150", "UV-45", "PF-1", "MS-2"].map((code) => `/catalogue/${code}/change`),
        ];
        expect(jobs.length).toBeGreaterThan(120);
        const found: string[] = [];
        for (const path of paths) found.push(...(await foreignTo(page, system, path)));
        expect(found).toEqual([]);
      } finally {
        await reads(page, "");
      }
      await context.close();
    },
  );
