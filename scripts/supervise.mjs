// Keeps a server process: started again when it ends, and ended when it does not answer any more.
import { sleep } from "./machine.mjs";

/** A question unanswered for so long, so many times running, ends a process, ms. */
const usual = { every: 4000, patience: 2000, misses: 3, again: 500, grace: 15_000 };

const isOver = (child) => child.exitCode !== null || child.signalCode !== null;

/** Ends a process: asked first, so that open requests end, then made to. */
async function ended(child, grace) {
  child.kill("SIGTERM");
  for (let waited = 0; waited < grace && !isOver(child); waited += 100) await sleep(100);
  if (!isOver(child)) child.kill("SIGKILL");
}

/**
 * Keeps what `start` returns (a child process). `ask(signal)` asks it for its health: whatever it answers,
 * it lives; a rejection is a miss. Until it has answered once it is left alone. `say` is told what is done.
 * Returns how to end it for good.
 */
export function supervise({ start, ask, say, ...settings }) {
  const { every, patience, misses, again, grace } = { ...usual, ...settings };
  let stopping = false;
  let child;
  let missed = 0;
  let hasAnswered = false;
  const begin = () => {
    if (stopping) return;
    missed = 0;
    hasAnswered = false;
    child = start();
    child.on("exit", () => {
      if (stopping) return;
      say("the server ended; starting it again");
      setTimeout(begin, again);
    });
  };
  const look = async () => {
    const asked = child;
    const answered = await ask(AbortSignal.timeout(patience)).then(
      () => true,
      () => false,
    );
    if (stopping || asked !== child || isOver(child)) return;
    hasAnswered ||= answered;
    missed = answered || !hasAnswered ? 0 : missed + 1;
    if (missed < misses) return;
    missed = 0;
    hasAnswered = false;
    say(`the server did not answer ${misses} times running; ending it`);
    child.kill("SIGKILL");
  };
  begin();
  const watch = setInterval(() => void look(), every);
  return async () => {
    stopping = true;
    clearInterval(watch);
    if (child && !isOver(child)) await ended(child, grace);
  };
}
