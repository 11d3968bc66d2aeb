"use client";
import { useTable } from "@tanstack/react-table";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import type { Route } from "next";
import { useEffect, useRef, useState } from "react";
import Link from "@/ui/Link";
import { queryOf, sorts, type JobsAsked } from "./asked";
import { columns, features } from "./columns";
import type { RowShown } from "./listed";

/** About how high a row is, pixels, until it is measured. */
const ROW = 62;
/** Rows beyond the screen that are drawn, and from where on the next stretch is fetched. */
const AHEAD = 12;

interface Stretch {
  readonly rows: readonly RowShown[];
  readonly total: number;
}

/** The rows that have come so far; the next stretch is fetched as the end draws near. */
function useRows(asked: JobsAsked, first: Stretch) {
  const [rows, setRows] = useState([...first.rows]);
  const [failed, setFailed] = useState(false);
  const fetching = useRef(false);
  const more = async () => {
    if (fetching.current || rows.length >= first.total) return;
    fetching.current = true;
    setFailed(false);
    try {
      const answer = await fetch(`/api/jobs?${queryOf(asked)}&from=${rows.length}`);
      if (!answer.ok) throw new Error("not answered");
      const next = (await answer.json()) as Stretch;
      setRows((have) => [...have, ...next.rows.filter((r) => !have.some((h) => h.id === r.id))]);
    } catch {
      setFailed(true);
    } finally {
      fetching.current = false;
    }
  };
  return { rows, more, failed };
}

/** A column's heading: pressed, it sorts by it, and then the other way round. */
function Heading({ asked, by }: { asked: JobsAsked; by: keyof typeof sorts }) {
  const isBy = asked.by === by;
  const query = queryOf({ ...asked, by, falling: isBy && !asked.falling });
  return (
    <th
      scope="col"
      aria-sort={isBy ? (asked.falling ? "descending" : "ascending") : undefined}
      className={by === "name" || by === "attention" ? "" : "max-md:hidden"}
    >
      <Link
        prefetch={false}
        replace
        scroll={false}
        href={`/jobs?${query}` as Route}
        className="inline-flex min-h-11 items-center text-ink no-underline hover:underline"
      >
        {sorts[by]}
        {isBy ? <span aria-hidden="true">{asked.falling ? " ↓" : " ↑"}</span> : null}
      </Link>
    </th>
  );
}

/** A gap as high as the rows that are not drawn. */
const Gap = ({ height }: { height: number }) =>
  height > 0 ? (
    <tr aria-hidden="true">
      <td colSpan={columns.length} style={{ height, padding: 0, border: 0 }} />
    </tr>
  ) : null;

const isNarrow = (column: string): string =>
  column === "name" || column === "attention" ? "" : "max-md:hidden";

/** Jobs as rows, of which only those near the screen are drawn. */
export function JobTable({ asked, first, whole }: { asked: JobsAsked; first: Stretch; whole: boolean }) {
  const { rows, more, failed } = useRows(asked, first);
  const body = useRef<HTMLTableSectionElement>(null);
  const [top, setTop] = useState(0);
  useEffect(() => {
    if (body.current) setTop(body.current.getBoundingClientRect().top + window.scrollY);
  }, []);
  const table = useTable({ features, columns, data: rows });
  const model = table.getRowModel().rows;
  const virtual = useWindowVirtualizer({
    count: model.length,
    estimateSize: () => ROW,
    overscan: whole ? model.length : AHEAD,
    scrollMargin: top,
    getItemKey: (i) => model[i]!.id,
    initialRect: { width: 1280, height: 800 },
  });
  const drawn = virtual.getVirtualItems();
  const last = drawn.at(-1)?.index ?? 0;
  useEffect(() => {
    if (last >= rows.length - AHEAD) void more();
  });
  return (
    <>
      <table className="plain w-full" aria-rowcount={first.total}>
        <caption className="visually-hidden">Jobs, {first.total} of them</caption>
        <thead>
          <tr>
            {table.getHeaderGroups()[0]!.headers.map((h) => (
              <Heading key={h.id} asked={asked} by={h.column.id as keyof typeof sorts} />
            ))}
          </tr>
        </thead>
        <tbody ref={body}>
          <Gap height={(drawn[0]?.start ?? top) - top} />
          {drawn.map((item) => (
            <tr
              key={item.key}
              data-index={item.index}
              data-job-row
              ref={virtual.measureElement}
              aria-rowindex={item.index + 1}
            >
              {model[item.index]!.getAllCells().map((cell) => (
                <td key={cell.id} className={isNarrow(cell.column.id)}>
                  <table.FlexRender cell={cell} />
                </td>
              ))}
            </tr>
          ))}
          <Gap height={virtual.getTotalSize() - ((drawn.at(-1)?.end ?? top) - top)} />
        </tbody>
      </table>
      <p role="status" className="mt-2 text-soft">
        {failed ? "The next rows did not come. " : ""}
        {failed ? (
          <button type="button" className="plainlink" onClick={() => void more()}>
            Fetch them again
          </button>
        ) : null}
      </p>
    </>
  );
}
