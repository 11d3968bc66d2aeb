import { once, partOf, type TakeOffLine } from "./takeOffLine";

/** A thing of which one list asks for more than another. */
export interface LineChange {
  readonly id: string;
  readonly part: string;
  readonly what: string;
  readonly unit: TakeOffLine["unit"];
  /** How much more: pieces, or mm, above 0; absent where neither list says how much. */
  readonly by?: number;
}

/** How a list differs from an earlier one. */
export interface ListChanges {
  readonly gained: readonly LineChange[];
  readonly lost: readonly LineChange[];
}

/** What a line is known by in another list: of what one does for all, whoever asks for it, by its name. */
const sameAs = ({ group, id, what }: TakeOffLine): string => (once.has(group) ? `once ${what}` : id);

/** What one list asks for beyond another. */
function beyond(list: readonly TakeOffLine[], other: readonly TakeOffLine[]): readonly LineChange[] {
  const others = new Map(other.map((line) => [sameAs(line), line]));
  return list.flatMap((line) => {
    const had = others.get(sameAs(line));
    const by = (line.count ?? 0) - (had?.count ?? 0);
    if (had && (by <= 0 || once.has(line.group))) return [];
    const { id, what, unit } = line;
    return [{ id, part: partOf(line), what, unit, ...(by > 0 ? { by } : {}) }];
  });
}

/** What a list of parts gains and loses against an earlier one, line by line. */
export const changesBetween = (
  before: readonly TakeOffLine[],
  after: readonly TakeOffLine[],
): ListChanges => ({ gained: beyond(after, before), lost: beyond(before, after) });
