import { WelcomeForm } from "@/phases/people/forms";

export const metadata = { title: "Choose your password", referrer: "no-referrer" };

/** Where a link of the owner's leads: its person chooses a password. */
export default function WelcomePage() {
  return (
    <main className="mx-auto grid max-w-md gap-6 px-6 py-16">
      <div>
        <h1>Choose your password</h1>
        <p className="text-soft">Nobody else knows it, the owner neither. Then you sign in with it.</p>
      </div>
      <WelcomeForm />
    </main>
  );
}
