import { boxChecked } from "./boxChecked";
import { clockPaused } from "./clockPaused";
import { clockRestarted } from "./clockRestarted";
import { clockStarted } from "./clockStarted";
import { cycleCounted } from "./cycleCounted";
import { fillHeard } from "./fillHeard";
import { fittingSwapped } from "./fittingSwapped";
import { handleTurned } from "./handleTurned";
import { jointsChecked } from "./jointsChecked";
import { openPointAdded } from "./openPointAdded";
import { photoAdded } from "./photoAdded";
import { readingTaken } from "./readingTaken";
import { serialRecorded } from "./serialRecorded";
import { soakKept } from "./soakKept";
import { stepDone } from "./stepDone";
import { stepSkipped } from "./stepSkipped";
import { stepUndone } from "./stepUndone";
import { turnTakenBack } from "./turnTakenBack";
import type { LogKind } from "./kind";

/**
 * The kinds of log entry that a phone decides, and shows before the server has them: what a crew does at the
 * steps of its run. Its page loads no others until somebody in the office writes one.
 */
export const phoneKinds: readonly LogKind[] = [
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
  serialRecorded,
  photoAdded,
  openPointAdded,
];
