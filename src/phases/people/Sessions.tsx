import type { SessionRow } from "@/data/queries/people";
import Link from "@/ui/Link";
import { stamp } from "@/ui/time";
import { endOther } from "./own";

const deviceOf = (agent: string | null): string => {
  if (agent === null) return "A device";
  return /Mobi|Android|iPhone|iPad/.test(agent) ? "A phone or tablet" : "A computer";
};

/** Where a person is signed in, and the way to end each but the one that is looked at. */
export function Sessions({
  sessions,
  own,
  zone,
}: {
  readonly sessions: readonly SessionRow[];
  readonly own: string;
  readonly zone: string;
}) {
  return (
    <section className="grid gap-3">
      <h2>Where you are signed in</h2>
      <ul data-sessions>
        {sessions.map((s) => (
          <li key={s.id} className="rule flex flex-wrap items-center gap-3 py-2">
            <span className="mr-auto">
              {s.id === own ? <strong>This one</strong> : deviceOf(s.agent)}
              <span className="block text-sm text-soft">since {stamp(s.since, zone)}</span>
            </span>
            {s.id === own ? null : (
              <form action={endOther.bind(null, s.id)}>
                <button className="button quiet">
                  End it<span className="visually-hidden">: {deviceOf(s.agent)}</span>
                </button>
              </form>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

const DAY_MS = 24 * 60 * 60_000;

/** Says for a day that somebody signed in as this person after this session began. */
export function OtherSignIn({
  sessions,
  own,
  now,
  zone,
}: {
  readonly sessions: readonly SessionRow[];
  readonly own: string;
  readonly now: number;
  readonly zone: string;
}) {
  const began = sessions.find((s) => s.id === own)?.since.getTime() ?? 0;
  const newest = sessions.find((s) => s.id !== own);
  const since = newest?.since.getTime() ?? 0;
  if (!newest || since <= began || now - since > DAY_MS) return null;
  return (
    <p role="status" className="mx-4 mt-4 border-l-4 border-check pl-3 md:mx-8" data-other-sign-in>
      {deviceOf(newest.agent)} signed in with your password, {stamp(newest.since, zone)}.{" "}
      <Link prefetch={false} href="/me" className="plainlink">
        Was it not you?
      </Link>
    </p>
  );
}
