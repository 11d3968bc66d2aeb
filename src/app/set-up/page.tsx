import { redirect } from "next/navigation";
import { hasPeople } from "@/data/queries/people";
import { SetUpForm } from "@/phases/people/forms";
import { database } from "@/server/database";

export const metadata = { title: "Open the company" };

/** The first start without demo data. */
export default async function SetUpPage() {
  if (await hasPeople(database())) redirect("/sign-in");
  return (
    <main className="mx-auto grid max-w-md gap-6 px-6 py-16">
      <h1>Open your company</h1>
      <SetUpForm zone={Intl.DateTimeFormat().resolvedOptions().timeZone} />
    </main>
  );
}
