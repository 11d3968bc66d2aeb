import { SecondFactorForm } from "@/phases/people/forms";
import Link from "@/ui/Link";

export const metadata = { title: "Second factor" };

/** The second half of signing in: a code besides the password. */
export default async function SecondPage({ searchParams }: PageProps<"/sign-in/second">) {
  const { next } = await searchParams;
  return (
    <main className="mx-auto grid max-w-sm gap-6 px-6 pt-24">
      <h1>One code more</h1>
      <p className="text-soft">Your password was right. Enter the code that your application shows now.</p>
      <SecondFactorForm next={typeof next === "string" ? next : ""} />
      <Link href="/sign-in" className="plainlink">
        Sign in as somebody else
      </Link>
    </main>
  );
}
