import { isAfterSigning } from "../job/handedOver";
import { reason, ulid, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";

const kept = { file: ulid, why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    photoRemoved: Of<typeof kept>;
  }
}

export const photoRemoved = logKind({
  kind: "photoRemoved",
  kept,
  may: crew,
  leavesSigned: (job, { file }) =>
    isAfterSigning(
      job,
      job.photos.find((p) => p.file === file),
    ),
  decide: (job, { file, why }) =>
    job.photos.some((p) => p.file === file) ? accept({ file, why }) : refuse("The photo is gone already"),
  apply: (job, { file }) => ({ ...job, photos: job.photos.filter((p) => p.file !== file) }),
});
