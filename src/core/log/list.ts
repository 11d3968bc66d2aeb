import { addendumOpened } from "./addendumOpened";
import { addendumSigned } from "./addendumSigned";
import { boxChecked } from "./boxChecked";
import { bypassChosen } from "./bypassChosen";
import { clockPaused } from "./clockPaused";
import { clockRestarted } from "./clockRestarted";
import { clockStarted } from "./clockStarted";
import { crewChanged } from "./crewChanged";
import { cycleCounted } from "./cycleCounted";
import { designChanged } from "./designChanged";
import { designSigned } from "./designSigned";
import { fillHeard } from "./fillHeard";
import { fittingSwapped } from "./fittingSwapped";
import { handleTurned } from "./handleTurned";
import { jobClosed } from "./jobClosed";
import { jobCopied } from "./jobCopied";
import { jobImported } from "./jobImported";
import { jobOpened } from "./jobOpened";
import { jobRenamed } from "./jobRenamed";
import { jobReopened } from "./jobReopened";
import { jointsChecked } from "./jointsChecked";
import type { LogKind } from "./kind";
import { labReportTaken } from "./labReportTaken";
import { offerMoved } from "./offerMoved";
import { openPointAdded } from "./openPointAdded";
import { openPointClosed } from "./openPointClosed";
import { overrideWithdrawn } from "./overrideWithdrawn";
import { partChecked } from "./partChecked";
import { photoAdded } from "./photoAdded";
import { photoRemoved } from "./photoRemoved";
import { readingOverridden } from "./readingOverridden";
import { readingTaken } from "./readingTaken";
import { runCarriedOn } from "./runCarriedOn";
import { runStarted } from "./runStarted";
import { schoolChosen } from "./schoolChosen";
import { serialRecorded } from "./serialRecorded";
import { signed } from "./signed";
import { soakKept } from "./soakKept";
import { stepDone } from "./stepDone";
import { stepSkipped } from "./stepSkipped";
import { stepUndone } from "./stepUndone";
import { surveyAnswered } from "./surveyAnswered";
import { turnTakenBack } from "./turnTakenBack";
import { unitsPlaced } from "./unitsPlaced";
import { verdictOverridden } from "./verdictOverridden";
import { visitCancelled } from "./visitCancelled";
import { visitPlanned } from "./visitPlanned";
import { waterOffAgreed } from "./waterOffAgreed";

/** Every kind of log entry. A kind is registered here and nowhere else. */
export const logKinds: readonly LogKind[] = [
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
  handleTurned,
  turnTakenBack,
  fillHeard,
  stepDone,
  stepUndone,
  stepSkipped,
  clockStarted,
  clockPaused,
  clockRestarted,
  soakKept,
  cycleCounted,
  jointsChecked,
  fittingSwapped,
  boxChecked,
  readingTaken,
  readingOverridden,
  serialRecorded,
  photoAdded,
  photoRemoved,
  openPointAdded,
  openPointClosed,
  signed,
  addendumOpened,
  addendumSigned,
];
