"use client";
import { useMemo, useState } from "react";
import { printStated, type UnitSystem } from "@/core/units";
import { finderOver } from "@/core/words/finder";
import type { ModelInfo } from "./modelInfo";

/** Units that hold every word of what is sought, the best first; all of them for no words. */
function useFound(models: readonly ModelInfo[], sought: string): readonly ModelInfo[] {
  const finder = useMemo(() => {
    const made = finderOver(["code", "name", "family"], "code");
    for (const { code, name, familyName } of models)
      made.put({ id: code, texts: { code, name, family: familyName } });
    return made;
  }, [models]);
  return useMemo(() => {
    if (sought.trim() === "") return models;
    return finder.find(sought, models.length).flatMap(({ id }) => models.find((m) => m.code === id) ?? []);
  }, [finder, models, sought]);
}

/** The catalogue's units to choose from, by where they go; sought by code, name or family as everywhere. */
export function UnitChoice({
  models,
  profile,
  busy,
  choose,
}: {
  readonly models: readonly ModelInfo[];
  readonly profile: UnitSystem;
  readonly busy: boolean;
  readonly choose: (model: ModelInfo) => void;
}) {
  const [sought, setSought] = useState("");
  const found = useFound(models, sought);
  const groups = [
    ["In the house's line", found.filter((m) => !m.branch)],
    ["On a drinking-water branch", found.filter((m) => m.branch)],
  ] as const;
  return (
    <>
      <label>
        Code or words
        <input className="field mb-4" value={sought} autoFocus onChange={(e) => setSought(e.target.value)} />
      </label>
      {found.length === 0 ? <p className="mb-4">No unit of the catalogue is called that.</p> : null}
      {groups
        .filter(([, list]) => list.length > 0)
        .map(([title, list]) => (
          <section key={title} className="mb-4">
            <h3>{title}</h3>
            <ul>
              {list.map((m) => (
                <li key={m.code}>
                  <button
                    type="button"
                    disabled={busy}
                    className="rule flex min-h-12 w-full items-baseline gap-3 py-2 text-left hover:bg-tint"
                    onClick={() => choose(m)}
                  >
                    <span className="num w-24 shrink-0">{m.code}</span>
                    <span>{m.name}</span>
                    <span className="ml-auto text-sm whitespace-nowrap text-soft">
                      {m.ratedFlow ? printStated(m.ratedFlow, "flow", profile) : ""}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
    </>
  );
}
