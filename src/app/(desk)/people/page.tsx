import { allPeople } from "@/data/queries/people";
import { InviteForm, PersonForm } from "@/phases/people/forms";
import { personFor } from "@/server/actor";
import { database } from "@/server/database";
import Link from "@/ui/Link";

export const metadata = { title: "People" };

/** People, their roles and accounts. */
export default async function PeoplePage() {
  await personFor("managePeople");
  const people = await allPeople(database());
  return (
    <main className="max-w-5xl px-4 py-6 md:px-8">
      <div className="mb-4 flex flex-wrap items-baseline gap-x-6">
        <h1>People</h1>
        <Link prefetch={false} href="/people/audit" className="plainlink">
          What was done
        </Link>
      </div>
      {people.map((p) => (
        <PersonForm key={p.id} person={p} />
      ))}
      <h2 className="mt-8 mb-3">Add a person</h2>
      <InviteForm />
    </main>
  );
}
