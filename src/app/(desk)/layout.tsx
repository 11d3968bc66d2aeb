import { Activity } from "react";
import Link from "@/ui/Link";
import { company, personFor } from "@/server/actor";
import { Bell } from "@/phases/bell/BellLater";
import { IdleLock } from "@/phases/people/IdleLockLater";
import { SignInHere } from "@/phases/people/SignInHereLater";
import { OutboxNotice } from "@/phases/outbox/OutboxNotice";
import { OutboxProvider } from "@/phases/outbox/OutboxProvider";
import { may } from "@/server/permissions";
import { Find } from "@/ui/Find";
import { FocusKept } from "@/ui/later/FocusKept";
import { Keys } from "@/ui/Keys";

/** The frame of every page for those who are signed in. */
export default async function DeskLayout({ children }: { children: React.ReactNode }) {
  // Before anything of the page is sent, so that it is a redirect and no page.
  const person = await personFor("manageSelf");
  const settings = await company();
  const link = "inline-flex min-h-11 items-center text-soft no-underline hover:text-ink";
  return (
    <OutboxProvider key={person.id} person={{ id: person.id, name: person.name }}>
      <a href="#content" className="visually-hidden focus:not-sr-only">
        Skip to the page
      </a>
      {/* Its links lead on by themselves: the page below comes to life first. */}
      <header
        data-desk-header
        className="flex min-h-14 flex-wrap items-center gap-x-6 border-b border-hair bg-paper px-4 text-ink md:px-6 print:hidden"
      >
        <Activity>
          <Link prefetch={false} href="/" className="text-lg font-semibold no-underline">
            {settings.name}
          </Link>
          <nav aria-label="Main" className="flex flex-wrap gap-x-5">
            <Link prefetch={false} href="/" className={link}>
              Today
            </Link>
            <Link prefetch={false} href="/jobs" className={link}>
              Jobs
            </Link>
            <Link prefetch={false} href="/catalogue" className={link}>
              Catalogue
            </Link>
            <Link prefetch={false} href="/practice" className={link}>
              Practice
            </Link>
            {may(person.role, "manageCompany") ? (
              <Link prefetch={false} href="/company" className={link}>
                Company
              </Link>
            ) : null}
            {may(person.role, "managePeople") ? (
              <Link prefetch={false} href="/people" className={link}>
                People
              </Link>
            ) : null}
          </nav>
          <div className="ml-auto flex items-center gap-5">
            <Bell person={person.id} />
            <Find />
            <Keys />
            <Link prefetch={false} href="/me" className={`${link} !text-ink`}>
              {person.name}
            </Link>
          </div>
        </Activity>
      </header>
      {person.hasPin ? <IdleLock minutes={settings.lockAfter} /> : null}
      <FocusKept />
      <SignInHere person={{ id: person.id, name: person.name }} />
      <OutboxNotice person={person.id} />
      <div id="content">{children}</div>
    </OutboxProvider>
  );
}
