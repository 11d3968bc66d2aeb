import { hash, id, optional, text, ulid, type Of } from "./fields";
import { accept, crew, logKind, type Stamp } from "./kind";

const kept = {
  file: ulid,
  sha256: hash,
  caption: text(200),
  step: optional(id),
  field: optional(id),
  /** The open point that it is a paper of. */ point: optional(ulid),
};
declare module "./kind" {
  interface KeptAsAsked {
    photoAdded: Of<typeof kept>;
  }
}
export type Photo = Of<typeof kept> & Stamp;
declare module "../job/job" {
  interface JobState {
    readonly photos: readonly Photo[];
  }
}

export const photoAdded = logKind({
  kind: "photoAdded",
  kept,
  may: crew,
  // One that waits for the server counts where a step needs it: it is sent before the step.
  names: [{ use: "photo", file: "file", sha256: "sha256" }],
  leavesSigned: (_job, { step }) => step === undefined,
  begins: { photos: [] },
  decide: (_job, { file, sha256, caption, step, field, point }) =>
    accept({ file, sha256, caption, step, field, point }),
  apply: (job, photo, stamp) =>
    job.photos.some((p) => p.file === photo.file)
      ? job
      : { ...job, photos: [...job.photos, { ...photo, ...stamp }] },
});
