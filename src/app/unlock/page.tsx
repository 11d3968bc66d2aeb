import { redirect } from "next/navigation";
import { UnlockForm } from "@/phases/people/forms";
import { signOut } from "@/phases/people/signing";
import { currentPerson } from "@/server/actor";

export const metadata = { title: "Locked" };

/** A locked phone: the PIN, or signing out. */
export default async function UnlockPage({ searchParams }: PageProps<"/unlock">) {
  const { next } = await searchParams;
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  if (!person.locked) redirect("/");
  return (
    <main className="wet grid min-h-screen content-start gap-6 px-6 pt-20">
      <h1>{person.name}, this phone is locked</h1>
      <UnlockForm next={typeof next === "string" ? next : ""} />
      <form action={signOut}>
        <button className="button quiet w-full">Sign out instead</button>
      </form>
    </main>
  );
}
