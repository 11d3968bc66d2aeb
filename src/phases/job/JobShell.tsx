import { KeyLink } from "@/ui/Pressed";
import type { PhasePage } from "@/core/job";
import { Awake } from "@/ui/Awake";
import Link from "@/ui/Link";
import type { Route } from "next";

import { Line, LineAcross } from "@/ui/line/shown";
import type { LineStation } from "@/ui/line/station";

const phases: readonly { readonly id: PhasePage; readonly key: string; readonly label: string }[] = [
  { id: "site", key: "1", label: "Site" },
  { id: "train", key: "2", label: "Train" },
  { id: "fit", key: "3", label: "Fit" },
  { id: "parts", key: "4", label: "Parts" },
  { id: "run", key: "6", label: "Run" },
  { id: "record", key: "7", label: "Record" },
];

/** The job's name, which leads to what it is, and where it is. */
function Title({ id, name, about, isAbout }: { id: string; name: string; about: string; isAbout: boolean }) {
  return (
    <p className="py-2">
      <Link
        prefetch={false}
        href="/"
        className="phone-home mr-3 min-h-11 items-center text-soft"
        data-phone-home
      >
        ‹ Today
      </Link>
      <Link
        prefetch={false}
        href={`/jobs/${id}/about` as Route}
        aria-current={isAbout ? "page" : undefined}
        className="inline-flex min-h-11 items-center text-lg font-semibold no-underline hover:underline"
        title="About this job: names, contacts, crew, open points, history"
      >
        {name}
      </Link>{" "}
      <span className="text-sm text-soft">{about}</span>
      <Link
        prefetch={false}
        href={`/jobs/${id}/about` as Route}
        aria-hidden="true"
        tabIndex={-1}
        className="plainlink ml-3 text-sm max-md:hidden"
      >
        about it
      </Link>
    </p>
  );
}

/** The frame of a job: its name, its phases, and the Line as its navigation. */
export function JobShell({
  id,
  name,
  about,
  notices,
  phase,
  stations,
  active,
  isAbout = false,
  worksPlain = false,
  children,
}: {
  id: string;
  name: string;
  about: string;
  notices: readonly string[];
  phase: PhasePage;
  stations: readonly LineStation[];
  active?: string;
  /** It is the page about the job itself, of no phase. */
  isAbout?: boolean;
  /** Something of it works before the page's scripts have come: what does not waits by itself. */
  worksPlain?: boolean;
  children: React.ReactNode;
}) {
  return (
    <div className="wet-small" data-phase={phase}>
      <div className="flex flex-wrap items-center gap-x-6 border-b border-hair px-4 md:px-6 print:hidden">
        <Title id={id} name={name} about={about} isAbout={isAbout} />
        <nav aria-label="Phases" className="flex gap-1 md:ml-auto">
          {phases.map((p) => (
            <KeyLink
              key={p.id}
              prefetch={false}
              href={`/jobs/${id}/${p.id}` as Route}
              pressedBy={p.key}
              aria-current={p.id === phase && !isAbout ? "page" : undefined}
              className={`inline-flex min-h-12 items-center gap-1.5 border-b-[3px] px-2.5 no-underline md:px-3 ${p.id === phase && !isAbout ? "border-water font-semibold text-ink" : "border-transparent text-soft"}`}
            >
              <span className="num text-[12px] text-soft max-md:hidden">{p.key}</span>
              {p.label}
            </KeyLink>
          ))}
        </nav>
      </div>
      {notices.map((notice) => (
        <p
          key={notice}
          className="max-w-none border-b border-hair px-4 py-2 text-sm text-soft md:px-6"
          data-notice
        >
          {notice}
        </p>
      ))}
      <div className="min-h-[73px] md:hidden">
        <LineAcross stations={stations} active={active} label="The Line of this job" />
      </div>
      <div className="md:grid md:grid-cols-[316px_1fr]">
        <aside className="hidden border-r border-hair pb-6 md:block print:!hidden">
          <Line stations={stations} active={active} label="The Line of this job" />
        </aside>
        <main className="min-w-0 px-4 py-6 md:px-8">{worksPlain ? children : <Awake>{children}</Awake>}</main>
      </div>
    </div>
  );
}
