import MiniSearch from "minisearch";

/** Letters that do not come apart into a letter and a mark. */
const plain: Readonly<Record<string, string>> = { ß: "ss", ø: "o", æ: "ae", œ: "oe", ł: "l", đ: "d" };

/** Text as it is sought: small letters without marks, quotes of any shape gone. */
const folded = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[ßøæœłđ]/g, (c) => plain[c]!)
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .replace(/['’‘`´"“”„]/g, "");

/**
 * The words of a text as they are sought: `PF-1` is `pf`, `1` and `pf1`, so that it is found however its
 * dash is written.
 */
export function soughtWords(text: string): string[] {
  const words = folded(text)
    .split(/\s+/)
    .flatMap((chunk) => {
      const parts = chunk.split(/[^\p{L}\p{N}]+/u).filter((p) => p !== "");
      return parts.length > 1 ? [...parts, parts.join("")] : parts;
    });
  return [...new Set(words)];
}

/** Words of so many letters are found with one letter wrong, missing or too many; figures never. */
const FORGIVEN = 4;
const slack = (word: string): number | false => (word.length >= FORGIVEN && !/\d/.test(word) ? 1 : false);

/** Something that can be found: a name to know it by, and its texts by field. */
export interface Findable {
  readonly id: string;
  readonly texts: Readonly<Record<string, string>>;
}
export interface Hit {
  readonly id: string;
  /** Fields in which it was found. */
  readonly fields: readonly string[];
}
export interface Finder {
  /** Puts something in, in place of what had its name. */
  readonly put: (thing: Findable) => void;
  readonly drop: (id: string) => void;
  /**
   * What holds every word of a question, in any order, each at a word's beginning or one letter off; the
   * best first. Nothing for no words.
   */
  readonly find: (question: string, most: number) => readonly Hit[];
}

/** An empty finder over some fields; words of `first` weigh more. */
export function finderOver(fields: readonly string[], first: string): Finder {
  const index = new MiniSearch<Findable>({
    fields: [...fields],
    extractField: (thing, field) => (field === "id" ? thing.id : (thing.texts[field] ?? "")),
    tokenize: soughtWords,
    processTerm: (word) => word,
    searchOptions: {
      combineWith: "AND",
      prefix: (word) => word.length >= 2,
      fuzzy: slack,
      boost: { [first]: 3 },
      weights: { prefix: 0.6, fuzzy: 0.25 },
    },
  });
  return {
    put: (thing) => (index.has(thing.id) ? index.replace(thing) : index.add(thing)),
    drop: (id) => {
      if (index.has(id)) index.discard(id);
    },
    find: (question, most) =>
      index
        .search(question)
        .slice(0, most)
        .map(({ id, match }) => ({
          id: id as string,
          fields: [...new Set(Object.values(match).flat())],
        })),
  };
}
