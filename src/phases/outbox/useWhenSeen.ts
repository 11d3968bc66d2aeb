"use client";
import { useEffect } from "react";

/** Does something every ten seconds while the page is seen, when it is seen again, and when a connection is back. */
export function useWhenSeen(again: () => void): void {
  useEffect(() => {
    const look = () => {
      if (document.visibilityState === "visible") again();
    };
    const timer = setInterval(look, 10_000);
    document.addEventListener("visibilitychange", look);
    window.addEventListener("online", look);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
      window.removeEventListener("online", look);
    };
  }, [again]);
}
