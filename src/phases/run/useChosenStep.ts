import { useEffect, useState } from "react";

/** The step that a person chose to see, if any, kept in the address: back and forward go through what was seen. */
export function useChosenStep(first: string | undefined) {
  const [chosen, setChosen] = useState(first);
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
