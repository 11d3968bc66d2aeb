import { allPeople } from "@/data/queries/people";
import { InviteForm, PersonForm } from "@/phases/people/forms";
import { personFor } from "@/server/actor";
import { database } from "@/server/database";

export const metadata = { title: "People" };

/** People, their roles and accounts. */
export default async function PeoplePage() {
  await personFor("managePeople");
  const people = await allPeople(database());
  return (
    <main className="max-w-5xl px-4 py-6 md:px-8">
      <h1 className="mb-4">People</h1>
      {people.map((p) => (
        <PersonForm key={p.id} person={p} />
      ))}
      <h2 className="mt-8 mb-3">Add a person</h2>
      <InviteForm />
    </main>
  );
}
