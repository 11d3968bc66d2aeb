import { useEffect, useState } from "react";

/**
 * The step that a person chose to see, if any, kept in the address: back and forward go through what was
 * seen. A unit that is asked for on the Line begins with its own first step. A page that is read anew with
 * another address stays as it is: a hand may be on it.
 */
export function useChosenStep(first: string | undefined, unit: string | undefined) {
  const [chosen, setChosen] = useState(first);
  const [unitSeen, setUnitSeen] = useState(unit);
  if (unit !== unitSeen) {
    setUnitSeen(unit);
    if (unit !== undefined) setChosen(first);
  }
  useEffect(() => {
    const follow = (e: PopStateEvent) => {
      const id = new URL(window.location.href).searchParams.get("step");
      if (e.isTrusted) setChosen(id ?? undefined);
    };
    window.addEventListener("popstate", follow);
    return () => window.removeEventListener("popstate", follow);
  }, []);
  const choose = (id: string | undefined) => {
    setChosen(id);
    const url = new URL(window.location.href);
    url.searchParams.delete("at");
    if (id) url.searchParams.set("step", id);
    else url.searchParams.delete("step");
    window.history.pushState(null, "", url);
  };
  return [chosen, choose] as const;
}
