"use client";
import { isCovered } from "./commands";
import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** Keeps a page that shows the present present: reads it again every so many seconds and when it is looked at again. */
export function LiveNow({ every }: { every: number }) {
  const router = useRouter();
  useEffect(() => {
    const again = () => {
      if (document.visibilityState === "visible" && !isCovered()) router.refresh();
    };
    const timer = setInterval(again, every * 1000);
    document.addEventListener("visibilitychange", again);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", again);
    };
  }, [router, every]);
  return null;
}
