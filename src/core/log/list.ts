import { addendumOpened } from "./addendumOpened";
import { addendumSigned } from "./addendumSigned";
import { bypassChosen } from "./bypassChosen";
import { crewChanged } from "./crewChanged";
import { designChanged } from "./designChanged";
import { designSigned } from "./designSigned";
import { jobClosed } from "./jobClosed";
import { jobCopied } from "./jobCopied";
import { jobImported } from "./jobImported";
import { jobOpened } from "./jobOpened";
import { jobRenamed } from "./jobRenamed";
import { jobReopened } from "./jobReopened";
import { labReportTaken } from "./labReportTaken";
import { offerMoved } from "./offerMoved";
import { openPointClosed } from "./openPointClosed";
import { overrideWithdrawn } from "./overrideWithdrawn";
import { partChecked } from "./partChecked";
import { photoRemoved } from "./photoRemoved";
import { readingOverridden } from "./readingOverridden";
import { runCarriedOn } from "./runCarriedOn";
import { runStarted } from "./runStarted";
import { schoolChosen } from "./schoolChosen";
import { signed } from "./signed";
import { surveyAnswered } from "./surveyAnswered";
import { unitsPlaced } from "./unitsPlaced";
import { verdictOverridden } from "./verdictOverridden";
import { visitCancelled } from "./visitCancelled";
import { visitPlanned } from "./visitPlanned";
import { waterOffAgreed } from "./waterOffAgreed";
import type { LogKind } from "./kind";
import { phoneKinds } from "./phoneList";

/** Every kind of log entry. A kind is registered here, or where a phone decides it in `phoneList`, and nowhere else. */
export const logKinds: readonly LogKind[] = [
  ...phoneKinds,
  jobOpened,
  jobCopied,
  jobImported,
  jobRenamed,
  offerMoved,
  jobClosed,
  jobReopened,
  surveyAnswered,
  labReportTaken,
  designChanged,
  schoolChosen,
  verdictOverridden,
  overrideWithdrawn,
  designSigned,
  crewChanged,
  visitPlanned,
  visitCancelled,
  waterOffAgreed,
  bypassChosen,
  unitsPlaced,
  partChecked,
  runStarted,
  runCarriedOn,
  readingOverridden,
  photoRemoved,
  openPointClosed,
  signed,
  addendumOpened,
  addendumSigned,
];
