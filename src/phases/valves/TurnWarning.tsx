"use client";
import { usePathname } from "next/navigation";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { VerdictMark } from "@/ui/VerdictMark";

/** A turn that somebody is asked about before it is marked. */
export interface AskedTurn {
  readonly handle: string;
  readonly to: string;
  readonly say: string;
  readonly reasons: readonly string[];
  readonly stop: boolean;
}

/** Says what speaks against a turn before it is marked; a Stop is marked only with a reason. */
export function TurnWarning({
  asked,
  turned,
  leave,
}: {
  asked: AskedTurn;
  turned: (why: string | undefined) => void;
  leave: () => void;
}) {
  const path = usePathname();
  const form = useForm({
    draft: `${path}.turn.${asked.handle}.${asked.to}`,
    send: ({ why = "" }) => {
      turned(why.trim() || undefined);
      return Promise.resolve({ ok: true });
    },
  });
  const { why = "" } = form.values;
  return (
    <div
      role="alertdialog"
      aria-label="Before you turn it"
      data-warning
      className="mb-5 border-2 border-stop p-4"
    >
      <FormFrame form={form}>
        <p className="text-lg font-semibold">
          Before you {asked.say.charAt(0).toLowerCase()}
          {asked.say.slice(1)}
        </p>
        <ul className="mt-1 grid gap-1">
          {asked.reasons.map((r) => (
            <li key={r}>
              <VerdictMark level={asked.stop ? "Stop" : "Check"}>{r}</VerdictMark>
            </li>
          ))}
        </ul>
        <label className="mt-3 block">
          {asked.stop
            ? "It was turned all the same: why?"
            : "Why does the soak still hold? Without a reason it starts again"}
          <input
            className="field"
            value={why}
            maxLength={500}
            onChange={(e) => form.set("why", e.target.value)}
          />
        </label>
        <div className="mt-3 flex flex-wrap gap-2">
          <button type="button" className="button" autoFocus onClick={leave}>
            Leave it as it is
          </button>
          <button className="button stopping" disabled={asked.stop && why.trim().length < 3}>
            Mark it as turned
          </button>
        </div>
      </FormFrame>
    </div>
  );
}
