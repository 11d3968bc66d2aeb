import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

/** Axe finds nothing on a page as it stands. */
export async function clean(page: Page, where: string): Promise<void> {
  // While a page is asked for anew its title is taken off and put back.
  await expect(page).toHaveTitle(/\S/);
  // What is out of sight is laid out only as it comes near: it is judged as it will be then.
  await page.evaluate(() => {
    for (const part of document.querySelectorAll("section")) part.style.contentVisibility = "visible";
  });
  const found = await new AxeBuilder({ page })
    // No page has a frame of another origin: the findings need no second page to be put together in.
    .setLegacyMode(true)
    .options({ resultTypes: ["violations"] })
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"])
    .analyze();
  expect(
    found.violations.map(
      (v) =>
        `${where}: ${v.id} at ${v.nodes
          .map((n) => n.target.join(" "))
          .slice(0, 3)
          .join(" | ")}`,
    ),
  ).toEqual([]);
}
