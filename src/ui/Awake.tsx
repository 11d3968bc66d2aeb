"use client";
import { useSyncExternalStore, type ReactNode } from "react";

const never = () => () => undefined;
/** False on the page as the server sent it: nothing hears a press there yet. */
export const useAwake = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/**
 * Controls that wait, and say so, until the page hears them: a tap on a page that is only a picture yet
 * would be lost. Links and what stands outside work before. A part whose code comes with the page needs
 * none of its own: React brings it to life under the first touch. One whose code comes later does.
 */
export function Awake({ children }: { children: ReactNode }) {
  const awake = useAwake();
  return (
    <fieldset role="none" disabled={!awake} className="contents" data-asleep={awake ? undefined : ""}>
      {children}
    </fieldset>
  );
}
