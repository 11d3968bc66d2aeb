import { redirect } from "next/navigation";
import { schools } from "@/catalogue/schools";
import { loadCompany } from "@/data/queries/company";
import { SettingsForm } from "@/phases/company/SettingsForm";
import { personFor } from "@/server/actor";
import { database } from "@/server/database";

export const metadata = { title: "Company" };

/** The company's settings and schools. */
export default async function CompanyPage() {
  await personFor("manageCompany");
  const row = await loadCompany(database());
  if (!row) redirect("/set-up");
  return (
    <main className="max-w-5xl px-4 py-6 md:px-8">
      <h1 className="mb-6">Company</h1>
      <SettingsForm settings={row.settings} version={row.version} schools={schools} />
    </main>
  );
}
