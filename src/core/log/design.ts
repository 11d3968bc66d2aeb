/** Said where survey or design changed since the form was opened. */
export const CHANGED_MEANWHILE =
  "Someone changed this job meanwhile. Look at what changed, then do it again: nothing of yours was lost";
