"use client";
import { createContext, useContext, useEffect, useState, useSyncExternalStore } from "react";
import type { Kept } from "./kept";
import { makeOutbox, type Hindrance, type Outbox, type Sender } from "./outbox";

const Context = createContext<Outbox | undefined>(undefined);

/** Sends again when the page is seen again, when a connection is back, and every ten seconds. */
function useSendWhenConnected(outbox: Outbox) {
  useEffect(() => {
    outbox.open();
    const again = () => {
      if (document.visibilityState === "visible") outbox.sendNow();
    };
    const timer = setInterval(again, 10_000);
    document.addEventListener("visibilitychange", again);
    window.addEventListener("online", again);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", again);
      window.removeEventListener("online", again);
      outbox.close();
    };
  }, [outbox]);
}

/** Keeps and sends what the person does on every page below it. */
export function OutboxProvider({ person, children }: { person: Sender; children: React.ReactNode }) {
  const [outbox] = useState(() => makeOutbox(person));
  useSendWhenConnected(outbox);
  return <Context value={outbox}>{children}</Context>;
}

const nothing: readonly Kept[] = [];
const nothingHinders: Hindrance = { signedOut: false };

/** The outbox of this page, what it keeps, and what hinders it. Throws outside an `OutboxProvider`. */
export function useOutbox() {
  const outbox = useContext(Context);
  if (!outbox) throw new Error("an outbox is used outside its provider");
  const kept = useSyncExternalStore(outbox.subscribe, outbox.kept, () => nothing);
  const hindrance = useSyncExternalStore(outbox.subscribe, outbox.hindrance, () => nothingHinders);
  return { outbox, kept, hindrance };
}
