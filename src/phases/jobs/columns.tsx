import type { Route } from "next";
import { createColumnHelper, tableFeatures } from "@tanstack/react-table";
import Link from "@/ui/Link";
import { VerdictMark } from "@/ui/VerdictMark";
import { choices, sorts } from "./asked";
import type { RowShown } from "./listed";

export const features = tableFeatures({});
const helper = createColumnHelper<typeof features, RowShown>();

function Needs({ row }: { row: RowShown }) {
  return row.level ? <VerdictMark level={row.level}>{row.next}</VerdictMark> : row.next;
}

function Promised({ row }: { row: RowShown }) {
  if (row.due === "") return null;
  return row.late ? <VerdictMark level="Check">{`${row.due}, late`}</VerdictMark> : row.due;
}

/** The list's columns: what each shows of a job. */
export const columns = helper.columns([
  helper.accessor("name", {
    header: sorts.name,
    cell: ({ row: { original: r } }) => (
      <>
        <Link
          prefetch={false}
          href={`/jobs/${r.id}` as Route}
          className="inline-block min-h-6 font-semibold no-underline hover:underline"
        >
          {r.name}
        </Link>
        <span className="block text-sm text-soft">
          {r.place}
          {r.units ? ` · ${r.units}` : ""}
        </span>
      </>
    ),
  }),
  helper.accessor("phase", {
    header: sorts.phase,
    cell: ({ row: { original: r } }) => (
      <>
        {choices.phase[r.phase]}
        {r.offer ? <span className="block text-sm text-soft">{r.offer}</span> : null}
      </>
    ),
  }),
  helper.accessor("next", {
    id: "attention",
    header: sorts.attention,
    cell: ({ row: { original } }) => <Needs row={original} />,
  }),
  helper.accessor("who", { header: sorts.who }),
  helper.accessor("due", {
    header: sorts.due,
    cell: ({ row: { original } }) => <Promised row={original} />,
  }),
  helper.accessor("changed", { header: sorts.changed }),
]);
