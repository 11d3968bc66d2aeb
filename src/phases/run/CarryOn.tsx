"use client";
import { useRouter } from "next/navigation";
import { FormField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { sendUntilTaken, withId } from "../job/send";

/** What a newer signed design would change of the run. */
export interface Pending {
  readonly revision: number;
  readonly entered: readonly string[];
  readonly struck: readonly { readonly title: string; readonly restedOn: readonly string[] }[];
  readonly again: readonly string[];
}

function Titles({ head, titles }: { head: string; titles: readonly string[] }) {
  return titles.length === 0 ? null : (
    <>
      <h3 className="mt-3">{head}</h3>
      <ul className="list-disc pl-5">
        {titles.map((title, i) => (
          <li key={`${i} ${title}`}>{title}</li>
        ))}
      </ul>
    </>
  );
}

const struckSaid = ({ title, restedOn }: Pending["struck"][number]): string =>
  restedOn.length === 0 ? title : `${title}; done already, and rested on by: ${restedOn.join(", ")}`;

/**
 * A design was signed since the run began: what would enter and what would be struck, and the word to carry
 * on with it.
 */
export function CarryOn({ jobId, pending }: { jobId: string; pending: Pending }) {
  const router = useRouter();
  const form = useForm({
    draft: `${jobId}.carryOn`,
    send: ({ why = "" }) => sendUntilTaken(jobId, withId({ kind: "runCarriedOn", why }), () => undefined),
    onTaken: () => router.refresh(),
  });
  return (
    <section className="mb-5 border-l-4 border-water pl-4" aria-labelledby="carry-on" data-carry-on>
      <h2 id="carry-on">Design {pending.revision} is signed: carry the run on with it</h2>
      <p className="text-soft">What is done stays done. What changes stays in the record, with the reason.</p>
      <Titles head="Enters" titles={pending.entered} />
      <Titles head="Struck" titles={pending.struck.map(struckSaid)} />
      <Titles head="Asked again" titles={pending.again} />
      <FormFrame form={form} className="mt-3 grid gap-2">
        <FormField form={form} label="Why the plan changes" name="why" maxLength={500} />
        <p role="status" className="text-stop">
          {form.errors[""] ?? ""}
        </p>
        <button className="button" disabled={form.busy}>
          Carry on with design {pending.revision}
        </button>
      </FormFrame>
    </section>
  );
}
