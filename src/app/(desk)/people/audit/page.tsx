import type { Route } from "next";
import { auditBefore } from "@/data/queries/audit";
import { AuditList } from "@/phases/people/AuditList";
import { company, personFor } from "@/server/actor";
import { auditKinds, type AuditKind } from "@/server/audit";
import { database } from "@/server/database";
import { wholeUpTo } from "@/server/request";
import Link from "@/ui/Link";

export const metadata = { title: "What was done" };

const MOST = 50;
const isKind = (text: unknown): text is AuditKind => typeof text === "string" && text in auditKinds;

/** What people did beside the jobs' logs; the owner only. */
export default async function AuditPage({ searchParams }: PageProps<"/people/audit">) {
  await personFor("managePeople");
  const { before, what } = await searchParams;
  const kind = isKind(what) ? what : undefined;
  const from = wholeUpTo(Number.MAX_SAFE_INTEGER, before, 0);
  const [settings, lines] = await Promise.all([
    company(),
    auditBefore(database(), { before: from === 0 ? undefined : from, what: kind, most: MOST + 1 }),
  ]);
  const shown = lines.slice(0, MOST);
  const last = shown.at(-1);
  const older = new URLSearchParams({ ...(kind ? { what: kind } : {}), before: String(last?.n ?? 0) });
  return (
    <main className="max-w-5xl px-4 py-6 md:px-8">
      <h1>What was done</h1>
      <p className="mt-1 mb-4 text-soft">
        Signing in, accounts, settings, imports and exports, and what was overridden. Nothing here can be
        changed or taken out.
      </p>
      <AuditList lines={shown} kind={kind} zone={settings.timeZone} />
      {lines.length > MOST ? (
        <p className="mt-4">
          <Link prefetch={false} href={`/people/audit?${older.toString()}` as Route} className="plainlink">
            Older
          </Link>
        </p>
      ) : null}
    </main>
  );
}
