import { signedInAgain } from "../people/ended";
import type { Run } from "./run";

/**
 * What a person must know of what was sent: kept here, signed out, refused. Forms of the run show a refusal
 * beside them; it is said here alone.
 */
export function RunNotices({ run }: { run: Run }) {
  return (
    <div aria-live="polite" role="status">
      {run.queued > 0 ? (
        <p className="mb-3 border-l-4 border-check pl-3" data-queued>
          {run.waiting ? `${run.queued} kept on this phone. ${run.waiting}` : `Sending ${run.queued}…`}
        </p>
      ) : null}
      {run.signedOut ? (
        <p className="mb-3 border-l-4 border-stop pl-3">
          Your session has ended; nothing is lost.{" "}
          <a
            className="plainlink"
            href={`/sign-in?next=/jobs/${run.job.id}/run`}
            onClick={(event) => {
              event.preventDefault();
              void signedInAgain().then((isIn) => (isIn ? run.look() : undefined));
            }}
          >
            Sign in again
          </a>
        </p>
      ) : null}
      {run.refused && !run.refused.fields ? (
        <p className="mb-3 border-l-4 border-stop pl-3" data-refused>
          {run.refused.error}
        </p>
      ) : null}
    </div>
  );
}
