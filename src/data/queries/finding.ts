import { finderOver, type Finder } from "../../core/words";
import type { Database } from "../database";
import { contactsOfJobs } from "./contacts";
import { settledNow, wordsSince, type WrittenAt } from "./jobList";

/** Where something of a job stood, in the words of a result. */
const foundIn = {
  name: "job",
  place: "place",
  units: "unit",
  serials: "serial",
  people: "crew",
  contacts: "contact",
  about: "about",
} as const;
type JobField = keyof typeof foundIn;
const jobFields = Object.keys(foundIn) as JobField[];

interface Known {
  readonly finder: Finder;
  readonly names: Map<string, { readonly name: string; readonly place: string }>;
  /** The moment up to which everything that was written has been read. */
  settled?: string;
  reading?: Promise<void>;
}
const kept = new WeakMap<Database, Known>();

/** How many rows are put in before others at the server have their turn. */
const AT_ONCE = 100;
const breathe = () => new Promise<void>((go) => setImmediate(go));

/** Reads what was written since the last look, and again what may have come late then. */
async function catchUp(db: Database, known: Known): Promise<void> {
  const settled = await settledNow(db);
  let behind: WrittenAt | undefined = known.settled === undefined ? undefined : { at: known.settled, id: "" };
  for (;;) {
    const rows = await wordsSince(db, behind, AT_ONCE);
    const contacts = await contactsOfJobs(
      db,
      rows.map((r) => r.id),
    );
    for (const { id, name, place, words } of rows) {
      const own = contacts.get(id) ?? "";
      known.names.set(id, { name, place });
      known.finder.put({
        id,
        texts: { name, place, ...(words as Record<string, string>), contacts: own },
      });
    }
    const last = rows.at(-1);
    behind = last ? { at: last.writtenAt, id: last.id } : behind;
    if (rows.length < AT_ONCE) break;
    await breathe();
  }
  known.settled = settled;
}

/** Everything that jobs are found by, as the database has it now. */
async function finderNow(db: Database): Promise<Known> {
  const known: Known = kept.get(db) ?? { finder: finderOver(jobFields, "name"), names: new Map() };
  kept.set(db, known);
  // Somebody who asks while it is read gets what that reading brings, and then reads on for themselves.
  await known.reading;
  known.reading = catchUp(db, known).finally(() => {
    known.reading = undefined;
  });
  await known.reading;
  return known;
}

/** Jobs that hold every word of a question, the best first, each with where it was found. */
export async function jobsFound(
  db: Database,
  question: string,
  most: number,
): Promise<
  readonly { readonly id: string; readonly name: string; readonly place: string; readonly found: string }[]
> {
  const { finder, names } = await finderNow(db);
  return finder.find(question, most).map(({ id, fields }) => {
    const found = jobFields.filter((f) => fields.includes(f)).map((f) => foundIn[f]);
    return { id, ...names.get(id)!, found: found.join(", ") };
  });
}
