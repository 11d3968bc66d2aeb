import { redirect } from "next/navigation";
import { hasPeople } from "@/data/queries/people";
import { SetUpForm } from "@/phases/people/forms";
import { database } from "@/server/database";
import { NO_SET_UP, opensCompany } from "@/server/setUp";

export const metadata = { title: "Open the company" };

/** The first start without demo data. */
export default async function SetUpPage({ searchParams }: PageProps<"/set-up">) {
  if (await hasPeople(database())) redirect("/sign-in");
  const { key } = await searchParams;
  const linkKey = typeof key === "string" ? key : undefined;
  return (
    <main className="mx-auto grid max-w-md gap-6 px-6 py-16">
      <h1>Open your company</h1>
      {linkKey && opensCompany(linkKey) ? (
        <SetUpForm zone={Intl.DateTimeFormat().resolvedOptions().timeZone} linkKey={linkKey} />
      ) : (
        <p>{NO_SET_UP}.</p>
      )}
    </main>
  );
}
