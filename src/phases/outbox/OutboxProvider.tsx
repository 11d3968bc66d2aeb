"use client";
import { createContext, useContext, useEffect, useState, useSyncExternalStore } from "react";
import { nothingKept } from "./kept";
import { makeOutbox, type Outbox, type Sender } from "./outbox";
import { nothingHinders } from "./records";
import { useWhenSeen } from "./useWhenSeen";

const Context = createContext<Outbox | undefined>(undefined);

/** Keeps and sends what the person does on every page below it. */
export function OutboxProvider({ person, children }: { person: Sender; children: React.ReactNode }) {
  const [outbox] = useState(() => makeOutbox(person));
  useEffect(() => {
    outbox.open();
    return outbox.close;
  }, [outbox]);
  useWhenSeen(outbox.sendNow);
  return <Context value={outbox}>{children}</Context>;
}

/** The outbox of this page, what it keeps, and what hinders it. Throws outside an `OutboxProvider`. */
export function useOutbox() {
  const outbox = useContext(Context);
  if (!outbox) throw new Error("an outbox is used outside its provider");
  const kept = useSyncExternalStore(outbox.subscribe, outbox.kept, () => nothingKept);
  const hindrance = useSyncExternalStore(outbox.subscribe, outbox.hindrance, () => nothingHinders);
  return { outbox, kept, hindrance };
}
