import { sessionsOfPerson } from "@/data/queries/people";
import { lock, signOut, signOutEverywhere } from "@/phases/people/signing";
import { PasswordForm, PinForm, ProfileForm } from "@/phases/people/forms";
import { SecondFactor } from "@/phases/people/SecondFactor";
import { Sessions } from "@/phases/people/Sessions";
import { company, personFor } from "@/server/actor";
import { database } from "@/server/database";
import { secondFactorWanted } from "@/server/permissions";

export const metadata = { title: "You" };

/** A person's own units, PIN and sessions. */
export default async function MePage() {
  const person = await personFor("manageSelf");
  const [settings, pin] = [await company(), person.hasPin];
  const sessions = await sessionsOfPerson(database(), person.id, new Date());
  return (
    <main className="grid max-w-2xl gap-8 px-4 py-6 md:px-8">
      <div>
        <h1>{person.name}</h1>
        <p className="text-soft">
          {person.role}, {person.email}
        </p>
      </div>
      <ProfileForm own={person.hasOwnProfile ? person.profile : ""} company={settings.profile} />
      <section className="grid gap-3">
        <h2>Phone</h2>
        <p className="text-soft">
          A field PIN opens this phone again after it was locked, without the long password.
        </p>
        <PinForm has={pin} />
        {pin ? (
          <form
            action={async () => {
              "use server";
              await lock();
            }}
          >
            <button className="button quiet">Lock this phone now</button>
          </form>
        ) : null}
      </section>
      <section className="grid gap-3">
        <h2>Password</h2>
        <PasswordForm />
      </section>
      <SecondFactor isOn={person.hasSecondFactor} required={secondFactorWanted(person.role, settings)} />
      <Sessions sessions={sessions} own={person.sessionId} zone={settings.timeZone} />
      <section className="flex flex-wrap gap-3">
        <form action={signOut}>
          <button className="button">Sign out</button>
        </form>
        <form action={signOutEverywhere}>
          <button className="button stopping">Sign out on every phone and computer</button>
        </form>
      </section>
    </main>
  );
}
