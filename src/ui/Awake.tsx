"use client";
import { Activity, useSyncExternalStore, type ReactNode } from "react";

const never = () => () => undefined;
/** False on the page as the server sent it: nothing hears a press there yet. */
export const useAwake = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/** Controls that wait, and say so, until the page hears them: a tap on a page that is only a picture yet would be lost. Links and what stands outside work before. */
export function Awake({ children }: { children: ReactNode }) {
  const awake = useAwake();
  return (
    <fieldset role="none" disabled={!awake} className="contents" data-asleep={awake ? undefined : ""}>
      {children}
    </fieldset>
  );
}

/** A part of a page that comes to life by itself, after what stands around it or before: its own controls wait for that. */
export function AwakePart({ children }: { children: ReactNode }) {
  return (
    <Activity>
      <Awake>{children}</Awake>
    </Activity>
  );
}
