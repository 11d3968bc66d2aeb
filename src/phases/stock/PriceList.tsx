"use client";
import { useRouter } from "next/navigation";
import { useId, useState } from "react";
import { priceNames } from "@/catalogue/priceNames";
import {
  columnsOf,
  priceColumns,
  readPriceList,
  type PriceColumn,
  type PriceColumns,
  type PricedPart,
  type PriceListRead,
} from "@/core/plumbing/priceList";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { FormField, FormNote } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { cellsOf, decoded } from "../site/labText";
import { LARGEST_LIST } from "./priceFile";
import { sendStock } from "./send";

const columnWords: Readonly<Record<PriceColumn, string>> = {
  part: "Part, by its name here",
  article: "The supplier’s number",
  price: "Price of a pack",
  pack: "In a pack",
  days: "Days until it is here",
};
/** Without these nothing can be read of a list. */
const isReadable = (columns: PriceColumns): boolean =>
  columns.price !== undefined && (columns.part ?? columns.article) !== undefined;

/** Failed rows that are shown. */
const SHOWN = 50;

interface ListFile {
  readonly name: string;
  readonly cells: readonly (readonly string[])[];
  readonly columns: PriceColumns;
  readonly articles: ReadonlyMap<string, string>;
}
interface KnownOf {
  readonly columns: Readonly<Record<string, PriceColumn>>;
  readonly articles: Readonly<Record<string, string>>;
}

/** What is known of a supplier's lists; nothing where that cannot be asked just now. */
async function knownOf(supplier: string): Promise<KnownOf> {
  try {
    const answer = await fetch(`/api/stock/prices?supplier=${encodeURIComponent(supplier)}`);
    if (answer.ok) return (await answer.json()) as KnownOf;
  } catch {
    /* without a line the list's own names are left */
  }
  return { columns: {}, articles: {} };
}

/** Takes a file apart; why it cannot be, in words. */
async function fileRead(file: File, supplier: string): Promise<ListFile | string> {
  if (file.size > LARGEST_LIST.bytes) return "This file is larger than 6 MB: a list of prices is a CSV file";
  const cells = cellsOf(decoded(new Uint8Array(await file.arrayBuffer())), LARGEST_LIST.rows + 1);
  if (cells.length > LARGEST_LIST.rows) return "More than 20 000 rows: take the list in parts";
  if (cells.length < 2 || cells[0]!.length < 2)
    return "No table was found in it: a CSV file with a row of headings is wanted";
  const known = await knownOf(supplier);
  return {
    name: file.name,
    cells,
    columns: columnsOf(cells[0]!, priceNames, known.columns),
    articles: new Map(Object.entries(known.articles)),
  };
}

/** Which column of the list holds what. */
function Columns({ list, choose }: { list: ListFile; choose: (columns: PriceColumns) => void }) {
  const id = useId();
  return (
    <fieldset className="grid gap-3 md:grid-cols-3">
      <legend className="mb-2 font-semibold">Which column holds what</legend>
      {priceColumns.map((column) => (
        <label key={column} htmlFor={`${id}-${column}`}>
          {columnWords[column]}
          <select
            id={`${id}-${column}`}
            className="field"
            value={list.columns[column] ?? ""}
            onChange={(e) => {
              const { [column]: _, ...others } = list.columns;
              choose(e.target.value === "" ? others : { ...others, [column]: Number(e.target.value) });
            }}
          >
            <option value="">none of them</option>
            {list.cells[0]!.map((header, i) => (
              <option key={i} value={i}>
                {header || `column ${i + 1}`}
              </option>
            ))}
          </select>
        </label>
      ))}
    </fieldset>
  );
}

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;
/** How a list was understood, in a sentence. */
const understoodSaid = ({ rows, beside, failed }: PriceListRead): string =>
  [
    counted(rows.length, "part is understood", "parts are understood"),
    counted(beside, "row names nothing that Brant knows", "rows name nothing that Brant knows"),
    ...(failed.length > 0 ? [`${failed.length} cannot be taken`] : []),
  ].join("; ") + ".";

/** What would be taken of the list, and every row that cannot be. */
function Understood({ read }: { read: PriceListRead }) {
  return (
    <div data-understood>
      <p>{understoodSaid(read)}</p>
      {read.failed.length > 0 ? (
        <div
          className="mt-2 overflow-x-auto"
          tabIndex={0}
          role="region"
          aria-label="Rows that cannot be taken"
        >
          <table className="plain">
            <ColumnHeads
              caption="Rows that cannot be taken"
              columns={[{ figure: "Row" }, "Why", "It says"]}
            />
            <tbody>
              {read.failed.slice(0, SHOWN).map((f) => (
                <tr key={f.row}>
                  <td className="figure">{f.row}</td>
                  <td className="text-stop">{f.why}</td>
                  <td className="text-sm">{f.text}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {read.failed.length > SHOWN ? <p>The first {SHOWN} of them are shown.</p> : null}
        </div>
      ) : null}
    </div>
  );
}

interface Taken {
  readonly taken: number;
}

/** A list that is read and taken: its file, how it is understood, and the form that sends it. */
function usePriceList(parts: readonly PricedPart[]) {
  const router = useRouter();
  const [list, setList] = useState<ListFile>();
  const [fault, setFault] = useState("");
  const read =
    list && isReadable(list.columns)
      ? readPriceList(list.cells, list.columns, parts, list.articles)
      : undefined;
  const form = useForm({
    draft: "stock.supplier",
    initial: { supplier: "" },
    send: ({ supplier = "" }) =>
      list
        ? sendStock<Taken>(
            "/api/stock/prices",
            { supplier, cells: list.cells, columns: list.columns },
            ({ taken }) => counted(taken, "price is kept", "prices are kept"),
          )
        : Promise.resolve({ ok: false, error: "Choose the list's file first" }),
    onTaken: () => {
      setList(undefined);
      router.refresh();
    },
  });
  const take = async (chosen: File | undefined) => {
    if (!chosen) return;
    const found = await fileRead(chosen, form.values.supplier ?? "");
    setFault(typeof found === "string" ? found : "");
    setList(typeof found === "string" ? undefined : found);
  };
  return { list, setList, fault, read, form, take };
}

/**
 * Takes a supplier's list of prices: its columns are chosen once and remembered, and what cannot be read is
 * shown before anything is kept.
 */
export function PriceList({
  parts,
  suppliers,
}: {
  readonly parts: readonly PricedPart[];
  readonly suppliers: readonly {
    readonly supplier: string;
    readonly parts: number;
    readonly listed: string;
  }[];
}) {
  const file = useId();
  const { list, setList, fault, read, form, take } = usePriceList(parts);
  return (
    <section aria-labelledby="prices" data-prices>
      <h2 id="prices">Suppliers’ prices</h2>
      {suppliers.length > 0 ? (
        <ul className="my-2">
          {suppliers.map(({ supplier, parts: n, listed }) => (
            <li key={supplier}>
              {supplier}: {counted(n, "part", "parts")}, newest list of {listed}
            </li>
          ))}
        </ul>
      ) : null}
      <p className="mb-3 text-soft">
        A CSV file with a row of headings. Parts are known by their names here, or by the supplier’s number
        once a list has named both. What a list does not name keeps its price.
      </p>
      <FormFrame form={form} className="grid gap-4">
        <div className="grid gap-3 md:grid-cols-2">
          <FormField form={form} name="supplier" label="Supplier" maxLength={80} />
          <div>
            <label htmlFor={file} className="block">
              The list
            </label>
            <input
              id={file}
              type="file"
              accept=".csv,.txt,.tsv,text/csv"
              className="field"
              onChange={(e) => void take(e.target.files?.[0])}
            />
            {fault ? (
              <p role="alert" className="text-sm text-stop">
                {fault}
              </p>
            ) : null}
          </div>
        </div>
        {list ? <Columns list={list} choose={(columns) => setList({ ...list, columns })} /> : null}
        {read ? <Understood read={read} /> : null}
        {list && !read ? (
          <p className="text-stop">Say which column holds the price, and which names the part.</p>
        ) : null}
        <div className="flex items-center gap-4">
          <button className="button" disabled={form.busy || !read || read.rows.length === 0}>
            Keep these prices
          </button>
          <FormNote form={form} />
        </div>
      </FormFrame>
    </section>
  );
}
