import Link from "@/ui/Link";

export const metadata = { title: "Not open to you" };

/** What stands where a role may not go. */
export default function NotYoursPage() {
  return (
    <main className="mx-auto grid max-w-md gap-4 px-6 pt-24">
      <h1>This page is not open to your role</h1>
      <p>Ask the owner if you need it.</p>
      <Link href="/" className="button justify-self-start">
        Back to Today
      </Link>
    </main>
  );
}
