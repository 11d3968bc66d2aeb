"use client";
import type { Photo } from "@/core/log";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useRef, useState } from "react";
import { stamp } from "@/ui/time";
import { useAwake } from "@/ui/Awake";
import { untilFetched } from "@/ui/later/untilFetched";
import { newId, type Kept } from "../outbox/kept";
import { useOutbox } from "../outbox/OutboxProvider";
import { said } from "../outbox/said";

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
  readonly jobName: string;
  readonly step?: string;
  readonly field?: string;
  /** The open point that it is a paper of. */
  readonly point?: string;
  readonly caption: string;
  readonly onTaken?: () => void;
}

type PhotoAsked = Extract<Kept["intent"], { kind: "photoAdded" }>;

/** Photos of a place that wait on this device for the server. */
function useWaitingPhotos({ jobId, step, field, point }: PhotoPlace): readonly (Kept & { picture: Blob })[] {
  const { kept } = useOutbox();
  return kept.filter((k): k is Kept & { picture: Blob } => {
    const { step: at, field: of, point: paperOf } = k.intent as PhotoAsked;
    return (
      k.picture !== undefined &&
      k.job === jobId &&
      at === (step || undefined) &&
      of === (field || undefined) &&
      paperOf === point
    );
  });
}

/** Takes photos in and out, and says how that goes. */
function usePhotos({ jobId, jobName, step, field, point, caption, onTaken }: PhotoPlace) {
  const router = useRouter();
  const { outbox } = useOutbox();
  const input = useRef<HTMLInputElement>(null);
  const last = useRef<string>(undefined);
  const [say, setSay] = useState<{ readonly text: string; readonly bad: boolean }>();
  // What was kept is shown again once the server has it, also where it was kept by an earlier page.
  useEffect(
    () =>
      outbox.onSettled((record, outcome) => {
        if (record.job !== jobId || record.intent.kind !== "photoAdded") return;
        // One that is refused stays kept, and is told of with its words above the page.
        if (record.id === last.current) setSay(outcome.ok ? { text: "Photo kept", bad: false } : undefined);
        if (!outcome.ok) return;
        onTaken?.();
        router.refresh();
      }),
    [outbox, jobId, onTaken, router],
  );
  const take = async (photo: File | undefined) => {
    if (!photo) return;
    setSay({ text: "Making it smaller…", bad: false });
    // What makes it smaller may not be here without a signal: the photo is kept as it is then.
    const picture = await import("./shrinkPhoto").then(
      (m) => m.shrinkPhoto(photo),
      () => photo,
    );
    if (input.current) input.current.value = "";
    const id = newId();
    const intent = {
      ...{ kind: "photoAdded" as const, id, file: newId(), caption },
      ...{ step: step || undefined, field: field || undefined, point },
    };
    last.current = id;
    setSay({ text: "Sending the photo…", bad: false });
    await outbox.keep({ job: jobId, jobName, what: said("photoAdded", caption), picture, intent });
  };
  const remove = async (photo: Photo) => {
    const { sendUntilTaken, withId } = await untilFetched(() => import("./send"));
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

/** A photo that waits on this device. */
function WaitingPhoto({ picture, says }: { picture: Blob; says?: string }) {
  const address = useMemo(() => URL.createObjectURL(picture), [picture]);
  useEffect(() => () => URL.revokeObjectURL(address), [address]);
  return (
    <figure className="w-28" data-waiting-photo>
      <img
        src={address}
        alt="Kept on this device"
        className="h-20 w-28 border border-hair object-cover opacity-60"
      />
      <figcaption className="text-sm text-soft">{says ? "Kept here" : "Sending…"}</figcaption>
    </figure>
  );
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
  const waiting = useWaitingPhotos(place);
  const taken = photos.filter((p) => !waiting.some((k) => (k.intent as PhotoAsked).file === p.file));
  const { hindrance } = useOutbox();
  // A photo that is taken before the page hears of it would be lost without a word.
  const awake = useAwake();
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3">
      {taken.map((p) => (
        <PhotoShown key={p.file} photo={p} zone={zone} remove={readOnly ? undefined : () => void remove(p)} />
      ))}
      {waiting.map((k) => (
        <WaitingPhoto key={k.id} picture={k.picture} says={k.says ?? hindrance.says} />
      ))}
      {readOnly ? null : (
        <label className="button quiet cursor-pointer focus-within:outline-3">
          <CameraMark /> Photo
          <input
            ref={input}
            type="file"
            disabled={!awake}
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
