"use client";
import { KeyButton } from "@/ui/Pressed";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { ulid } from "ulid";
import { FormField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { Sheet } from "@/ui/Sheet";
import { useForm } from "@/ui/useForm";
import { OverrideSheet } from "../job/OverrideSheet";
import { sendFile, sendUntilTaken, withId } from "../job/send";

/** Draws a signature with a finger or a pen, or types a name for those who cannot draw one. */
function Glass({ onChange }: { onChange: (drawn: Blob | undefined) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const strokes = useRef(0);
  const context = () => {
    const c = canvas.current!.getContext("2d")!;
    c.lineWidth = 3;
    c.lineCap = "round";
    c.strokeStyle = "#1c2a30";
    return c;
  };
  const clear = () => {
    const c = canvas.current;
    if (!c) return;
    const g = c.getContext("2d")!;
    g.fillStyle = "#ffffff";
    g.fillRect(0, 0, c.width, c.height);
    strokes.current = 0;
    onChange(undefined);
  };
  // The white ground is painted once when the glass appears.
  useEffect(() => {
    const g = canvas.current!.getContext("2d")!;
    g.fillStyle = "#ffffff";
    g.fillRect(0, 0, canvas.current!.width, canvas.current!.height);
  }, []);
  const point = (e: React.PointerEvent) => {
    const box = canvas.current!.getBoundingClientRect();
    return [
      ((e.clientX - box.left) / box.width) * canvas.current!.width,
      ((e.clientY - box.top) / box.height) * canvas.current!.height,
    ] as const;
  };
  return (
    <div>
      <canvas
        ref={canvas}
        width={720}
        height={240}
        className="w-full touch-none border border-ink bg-white"
        aria-label="Sign here with a finger"
        role="img"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          const g = context();
          g.beginPath();
          g.moveTo(...point(e));
          strokes.current += 1;
        }}
        onPointerMove={(e) => {
          if (e.buttons === 0 || strokes.current === 0) return;
          const g = context();
          g.lineTo(...point(e));
          g.stroke();
        }}
        onPointerUp={() => canvas.current!.toBlob((b) => onChange(b ?? undefined), "image/png")}
      />
      <button type="button" className="plainlink min-h-10" onClick={clear}>
        Clear the glass
      </button>
    </div>
  );
}

/** A typed name as a picture, so that a signature is always a file in the record. */
function typedSignature(name: string): Promise<Blob | null> {
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [720, 240];
  const g = canvas.getContext("2d")!;
  g.fillStyle = "#ffffff";
  g.fillRect(0, 0, 720, 240);
  g.fillStyle = "#1c2a30";
  g.font = "italic 48px serif";
  g.fillText(name, 30, 130);
  g.font = "20px sans-serif";
  g.fillText("typed", 30, 190);
  return new Promise((r) => canvas.toBlob(r, "image/png"));
}

/** Signs the record as it was seen. A double click signs once; a record that changed meanwhile is refused. */
export function SignRecord({
  jobId,
  as,
  head,
  suggested,
  disabled,
}: {
  jobId: string;
  as: "installer" | "householder";
  head: string;
  suggested: string;
  disabled: boolean;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [drawn, setDrawn] = useState<Blob>();
  // Kept until it was refused, so that a double press signs once.
  const ids = useRef({ intent: ulid(), file: ulid() });
  const form = useForm({
    draft: `${jobId}.sign.${as}`,
    initial: { name: suggested },
    check: ({ name = "" }) =>
      name.trim() === "" ? { ok: false, error: "Write the name of who signs" } : undefined,
    send: async ({ name = "" }, waiting) => {
      const content = drawn ?? (await typedSignature(name));
      if (!content) return { ok: false, error: "The signature could not be read: draw it again" };
      const { file, intent } = ids.current;
      const sent = await sendFile(jobId, file, content, "signature");
      if (!sent.ok) return sent;
      const signed = withId({ kind: "signed", as, name: name.trim(), file, sha256: sent.sha256, head });
      const outcome = await sendUntilTaken(jobId, { ...signed, id: intent }, waiting);
      if (!outcome.ok) ids.current = { intent: ulid(), file: ulid() };
      router.refresh();
      return outcome;
    },
    onTaken: () => setOpen(false),
  });
  return (
    <>
      <button type="button" className="button" disabled={disabled} onClick={() => setOpen(true)}>
        Sign as {as}
      </button>
      <Sheet open={open} title={`Sign as ${as}`} onClose={() => setOpen(false)}>
        <FormFrame form={form} className="grid gap-3">
          <label>
            Name
            <input
              className="field"
              value={form.values.name}
              maxLength={120}
              onChange={(e) => form.set("name", e.target.value)}
            />
          </label>
          <Glass onChange={setDrawn} />
          <p className="text-sm text-soft">
            Without a drawing, the typed name stands for the signature. It is bound to the record with head{" "}
            <span className="num">{head.slice(0, 12)}</span>.
          </p>
          <p role="status" className="text-stop">
            {form.whole}
          </p>
          <KeyButton className="button" disabled={form.busy} pressedBy="save">
            Sign
          </KeyButton>
        </FormFrame>
      </Sheet>
    </>
  );
}

/** Sets a reading's verdict aside with a written reason. */
export function OverrideReading({
  jobId,
  reading,
  reason,
  wanted,
}: {
  jobId: string;
  reading: string;
  reason: string;
  wanted: boolean;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className={wanted ? "button quiet mt-1" : "plainlink min-h-10 text-sm"}
        onClick={() => setOpen(true)}
      >
        {wanted ? "Override with a reason" : "Accept with a reason"}
        <span className="visually-hidden">: {reason}</span>
      </button>
      <OverrideSheet
        open={open}
        title="Override this reading"
        reason={reason}
        draft={`${jobId}.override.${reading}`}
        send={(why, waiting) =>
          sendUntilTaken(jobId, withId({ kind: "readingOverridden", reading, why }), waiting)
        }
        onClose={() => {
          setOpen(false);
          router.refresh();
        }}
      />
    </>
  );
}

/** Adds a point: what, who, until when. */
function AddPoint({ jobId }: { jobId: string }) {
  const router = useRouter();
  const form = useForm({
    draft: `${jobId}.point`,
    send: async ({ text = "", who = "", due }, waiting) => {
      const outcome = await sendUntilTaken(
        jobId,
        withId({ kind: "openPointAdded", point: ulid(), text, who, due: due || undefined }),
        waiting,
      );
      router.refresh();
      return outcome;
    },
  });
  return (
    <details className="mt-2 print:hidden">
      <summary className="min-h-10 cursor-pointer py-2">Add an open point</summary>
      <FormFrame form={form} className="grid max-w-2xl gap-3 md:grid-cols-[2fr_1fr_160px]">
        <FormField form={form} label="What" name="text" />
        <FormField form={form} label="Who" name="who" />
        <FormField form={form} label="Promised for" name="due" type="date" />
        <button className="button justify-self-start" disabled={form.busy}>
          Add
        </button>
        <p role="status" className="text-stop">
          {form.whole}
        </p>
      </FormFrame>
    </details>
  );
}

/** Points left open at hand-over: what, who, until when. */
export function OpenPoints({
  jobId,
  points,
  readOnly,
  today,
}: {
  jobId: string;
  points: readonly {
    readonly point: string;
    readonly text: string;
    readonly who: string;
    readonly due?: string;
    readonly closed?: { readonly how: string };
  }[];
  readOnly: boolean;
  today: string;
}) {
  const router = useRouter();
  const [say, setSay] = useState("");
  const close = async (point: string) => {
    const outcome = await sendUntilTaken(
      jobId,
      withId({ kind: "openPointClosed", point, how: "Settled" }),
      setSay,
    );
    setSay(outcome.ok ? "" : outcome.error);
    router.refresh();
  };
  return (
    <div>
      <ul>
        {points.map((p) => (
          <li key={p.point} className="rule flex flex-wrap items-baseline gap-x-4 py-2">
            <span>{p.closed ? <s>{p.text}</s> : p.text}</span>
            <span className="text-sm text-soft">
              {p.who}
              {p.due ? `, by ${p.due}` : ""}
              {!p.closed && p.due && p.due < today ? ", late" : ""}
              {p.closed ? `, ${p.closed.how.toLowerCase()}` : ""}
            </span>
            {!p.closed && !readOnly ? (
              <button type="button" className="plainlink ml-auto min-h-8" onClick={() => void close(p.point)}>
                settled<span className="visually-hidden">: {p.text}</span>
              </button>
            ) : null}
          </li>
        ))}
      </ul>
      <p role="status" className="text-stop">
        {say}
      </p>
      {points.length === 0 ? <p className="text-soft">None.</p> : null}
      {readOnly ? null : <AddPoint jobId={jobId} />}
    </div>
  );
}
