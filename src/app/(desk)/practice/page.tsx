import Link from "@/ui/Link";
import type { Route } from "next";
import { exercises } from "@/core/rig";
import { Seed } from "@/phases/practice/Seed";
import { personFor } from "@/server/actor";

export const metadata = { title: "Practice" };

/** The exercises. */
export default async function PracticePage() {
  await personFor("viewJobs");
  return (
    <main id="content" className="mx-auto max-w-5xl px-4 py-8 md:px-6">
      <h1>Practice</h1>
      <p className="mt-1 text-soft">
        A rig in some state, and something wanted of it. No water is harmed: turn, look, undo, and compare
        with the safest order.
      </p>
      <ol className="mt-6">
        {exercises().map((e, i) => (
          <li key={e.id} className="rule">
            <Link
              prefetch={false}
              href={`/practice/${e.id}` as Route}
              className="grid min-h-14 grid-cols-[2.5rem_1fr] py-3 no-underline hover:bg-tint"
            >
              <span className="num text-lg text-soft">{i + 1}</span>
              <span>
                <b className="text-lg font-semibold">{e.title}</b>
                <span className="block text-soft">{e.lead}</span>
              </span>
            </Link>
          </li>
        ))}
      </ol>
      <h2 className="mt-8">One more, made up</h2>
      <p className="text-soft">
        A number makes an exercise; the same number makes the same one, so that two can try it.
      </p>
      <Seed />
    </main>
  );
}
