import { SignInForm } from "@/phases/people/forms";
import { plainRefusals } from "@/phases/people/plainSignIn";
import { hasPeople } from "@/data/queries/people";
import { database } from "@/server/database";
import { redirect } from "next/navigation";

export const metadata = { title: "Sign in" };

/** Sign-in; leads to the first start while nobody is there. */
export default async function SignInPage({ searchParams }: PageProps<"/sign-in">) {
  if (!(await hasPeople(database()))) redirect("/set-up");
  const { next, not } = await searchParams;
  const refused = Object.entries(plainRefusals).find(([why]) => why === not)?.[1];
  return (
    <main className="mx-auto grid max-w-sm gap-6 px-6 pt-24">
      <h1>Sign in to Brant</h1>
      <SignInForm next={typeof next === "string" ? next : ""} refused={refused} />
    </main>
  );
}
