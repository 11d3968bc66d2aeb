import { expect, test } from "@playwright/test";
import { kinds } from "../kinds/kinds";
import { house } from "../unit/desk";
import { desk, entriesOf, phone, signedIn } from "./hands";
import { handedOver, paper, planned, walked } from "./walk";

/**
 * The kind that every test run drives through the interface, those that `npm run test:all` adds, and those
 * of `npm run kinds` (marked in handbook 9).
 */
const quick = "K3";
const always = ["K16", "K5", quick, "K11"];
const onCall = ["K1", "K4", "K7", "K8", "K12", "K13", "K17", "K18", "K19", "K21"];
const driven = process.env.BRANT_KINDS === "all" ? [...always, ...onCall] : always;

// They are the longest of all tests: whoever is free takes one.
test.describe.configure({ mode: "parallel" });

for (const id of driven) {
  const kind = kinds.find((k) => k.id === id)!;
  test(
    `${id}, planned at the desk and run on the phone to its record: ${kind.title}`,
    { tag: id === quick ? [] : "@long" },
    async ({ browser }) => {
      test.setTimeout(900_000);
      const office = await signedIn(browser, "imke", desk);
      const title = `${id} of the test`;
      const job = await planned(office.page, {
        title,
        answers: { ...house, ...kind.answers },
        units: kind.units,
        arrangement: kind.arrangement,
      });
      await office.context.close();

      const { page, context } = await signedIn(browser, "imke", phone);
      const done = await walked(page, job, { readings: kind.readings });
      for (const chain of kind.order) expect(chain.filter((s) => !done.includes(s))).toEqual([]);
      expect(kind.absent.filter((s) => done.includes(s))).toEqual([]);
      await handedOver(page);

      const record = await paper(page, job, "record&paper=A4");
      // The head that the household's signature names, on the paper as it was signed.
      const head = String((await entriesOf(page, job)).at(-1)!.data.head);
      for (const words of ["Commissioning record", title, ...kind.units, "Imke Vos", `head ${head}`])
        expect(record.text).toContain(words);
      expect(record.text.toLowerCase()).toContain("handed over");
      const pack = await paper(page, job, "pack");
      expect(pack.text).toContain("Your water treatment");
      for (const words of [...kind.units, ...kind.service]) expect(pack.text).toContain(words);
      expect(/bypass/i.test(pack.text)).toBe(kind.bypass);
      await context.close();
    },
  );
}
