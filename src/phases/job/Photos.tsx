"use client";
import type { Photo } from "@/core/log";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { ulid } from "ulid";

import { stamp } from "@/ui/time";
import { sendFile, sendUntilTaken, shrinkPhoto, withId } from "./send";

const CameraMark = () => (
  <svg
    viewBox="0 0 20 20"
    width="18"
    height="18"
    fill="none"
    stroke="currentColor"
    strokeWidth="1.6"
    aria-hidden="true"
  >
    <path d="M2 6h3.5L7 3.5h6L14.5 6H18v10.5H2z" />
    <circle cx="10" cy="11" r="3" />
  </svg>
);

interface PhotoPlace {
  readonly jobId: string;
  readonly step?: string;
  readonly field?: string;
  readonly caption: string;
  readonly onTaken?: () => void;
}

/** Takes photos in and out, and says how that goes. */
function usePhotos({ jobId, step, field, caption, onTaken }: PhotoPlace) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [say, setSay] = useState<{ readonly text: string; readonly bad: boolean }>();
  const take = async (photo: File | undefined) => {
    if (!photo) return;
    setSay({ text: "Making it smaller…", bad: false });
    const small = await shrinkPhoto(photo);
    const file = ulid();
    setSay({ text: "Sending the photo…", bad: false });
    let sent = await sendFile(jobId, file, small, "photo");
    while (!sent.ok && sent.why === "unreachable") {
      setSay({ text: sent.error, bad: true });
      await new Promise((r) => setTimeout(r, 3000));
      sent = await sendFile(jobId, file, small, "photo");
    }
    if (!sent.ok) {
      setSay({ text: sent.error, bad: true });
      if (input.current) input.current.value = "";
      return;
    }
    const outcome = await sendUntilTaken(
      jobId,
      withId({
        kind: "photoAdded",
        file,
        sha256: sent.sha256,
        caption,
        step: step || undefined,
        field: field || undefined,
      }),
      (text) => setSay({ text, bad: true }),
    );
    setSay(outcome.ok ? { text: "Photo kept", bad: false } : { text: outcome.error, bad: true });
    if (input.current) input.current.value = "";
    onTaken?.();
    router.refresh();
  };
  const remove = async (photo: Photo) => {
    const outcome = await sendUntilTaken(
      jobId,
      withId({ kind: "photoRemoved", file: photo.file, why: "Removed by the person who looked at it" }),
      (text) => setSay({ text, bad: true }),
    );
    setSay(
      outcome.ok
        ? { text: "Photo taken out of the record; the log remembers it", bad: false }
        : { text: outcome.error, bad: true },
    );
    onTaken?.();
    router.refresh();
  };
  return { input, say, take: (photo: File | undefined) => void take(photo), remove };
}

/** A photo, with the way to take it out. */
function PhotoShown({ photo: p, zone, remove }: { photo: Photo; zone: string; remove?: () => void }) {
  return (
    <figure className="relative">
      <a href={`/api/files/${p.file}`} target="_blank" rel="noreferrer">
        <img
          src={`/api/files/${p.file}`}
          alt={`${p.caption}, ${stamp(p.at, zone)}`}
          className="h-20 w-28 border border-hair object-cover"
        />
      </a>
      {remove ? (
        <button
          type="button"
          className="absolute top-0 right-0 min-h-6 min-w-6 bg-paper px-1 text-sm"
          aria-label={`Take this photo out: ${p.caption}`}
          onClick={remove}
        >
          ×
        </button>
      ) : null}
    </figure>
  );
}

/** Photos of a step or a part of the survey. Removing one can be undone by taking it again; the log keeps both. */
export function Photos({
  photos,
  readOnly,
  zone,
  ...place
}: PhotoPlace & { readonly photos: readonly Photo[]; readonly readOnly: boolean; readonly zone: string }) {
  const { input, say, take, remove } = usePhotos(place);
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3">
      {photos.map((p) => (
        <PhotoShown key={p.file} photo={p} zone={zone} remove={readOnly ? undefined : () => void remove(p)} />
      ))}
      {readOnly ? null : (
        <label className="button quiet cursor-pointer focus-within:outline-3">
          <CameraMark /> Photo
          <input
            ref={input}
            type="file"
            accept="image/*"
            capture="environment"
            className="visually-hidden"
            aria-label={`Photo: ${place.caption}`}
            onChange={(e) => take(e.target.files?.[0])}
          />
        </label>
      )}
      <span role="status" className={`text-sm ${say?.bad ? "text-stop" : "text-soft"}`}>
        {say?.text ?? ""}
      </span>
    </div>
  );
}
