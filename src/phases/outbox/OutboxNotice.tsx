"use client";
import { usePathname } from "next/navigation";
import { lazy, Suspense, useEffect } from "react";
import { atLeisure } from "@/ui/later/atLeisure";
import { untilFetched } from "@/ui/later/untilFetched";
import { useOutbox } from "./OutboxProvider";

// Seldom is something kept: its words follow the page, and are there before the signal goes.
const fetchKeptHere = () => untilFetched(() => import("./KeptHere"));
const KeptHere = lazy(() => fetchKeptHere().then((m) => ({ default: m.KeptHere })));

/**
 * What this device still keeps: what was refused, what waits beside the run that is shown, and what waits
 * for another person.
 */
export function OutboxNotice({ person }: { person: string }) {
  const { outbox, kept, hindrance } = useOutbox();
  const path = usePathname();
  useEffect(() => void atLeisure().then(fetchKeptHere), []);
  const own = kept.filter((k) => k.person === person);
  const unsettled = own.filter((k) => k.state !== "waiting");
  // A run tells of its own queue where the thumb is.
  const elsewhere = own.filter((k) => k.state === "waiting" && !path.startsWith(`/jobs/${k.job}/run`));
  const others = kept.filter((k) => k.person !== person);
  if (unsettled.length + elsewhere.length + others.length === 0) return null;
  return (
    <Suspense>
      <KeptHere {...{ elsewhere, unsettled, others, outbox, hindrance }} />
    </Suspense>
  );
}
