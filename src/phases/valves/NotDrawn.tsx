/** In place of a rig's picture that was not laid out in time. */
export const NotDrawn = () => (
  <p role="status" className="max-w-[72ch] border-l-4 border-check pl-4">
    The picture of these valves was not laid out in time: much is asked of the server just now, or the rig is
    very large. Load the page again in a moment.
  </p>
);
