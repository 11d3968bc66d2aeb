import Link from "@/ui/Link";

/** What stands at an address that leads nowhere. */
export default function NotFound() {
  return (
    <main className="mx-auto grid max-w-md gap-4 px-6 pt-24">
      <h1>There is nothing at this address</h1>
      <p>The job may have another address now; find it by name.</p>
      <Link href="/jobs" className="button justify-self-start">
        All jobs
      </Link>
    </main>
  );
}
