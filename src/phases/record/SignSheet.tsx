"use client";
import { KeyButton } from "@/ui/Pressed";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { ulid } from "ulid";
import { FormFrame } from "@/ui/FormFrame";
import { Sheet } from "@/ui/Sheet";
import { useForm } from "@/ui/useForm";
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

/** What is signed: a part of the record, under the head that was seen. */
type ToSign =
  | { readonly kind: "signed"; readonly as: "installer" | "householder" }
  | { readonly kind: "addendumSigned"; readonly addendum: string };

/**
 * Signs the record, or an addendum to it, as it was seen. A double click signs once; a record that changed
 * meanwhile is refused.
 */
export function SignSheet({
  jobId,
  signs,
  label,
  head,
  suggested,
  disabled,
}: {
  jobId: string;
  signs: ToSign;
  label: string;
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
    draft: `${jobId}.sign.${signs.kind === "signed" ? signs.as : signs.addendum}`,
    initial: { name: suggested },
    check: ({ name = "" }) =>
      name.trim() === "" ? { ok: false, error: "Write the name of who signs" } : undefined,
    send: async ({ name = "" }, waiting) => {
      const content = drawn ?? (await typedSignature(name));
      if (!content) return { ok: false, error: "The signature could not be read: draw it again" };
      const { file, intent } = ids.current;
      const sent = await sendFile(jobId, file, content, "signature");
      if (!sent.ok) return sent;
      const signed = withId({ ...signs, name: name.trim(), file, sha256: sent.sha256, head });
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
        {label}
      </button>
      <Sheet open={open} title={label} onClose={() => setOpen(false)}>
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
            Without a drawing, the typed name stands for the signature. What is signed is printed and kept as
            it is.
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
