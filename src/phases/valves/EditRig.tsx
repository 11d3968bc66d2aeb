"use client";
import { useState } from "react";
import { inSentence } from "@/core/words";
import { editRig, type Rig, type RigEdit } from "@/core/rig";

type What = "mixer" | "vent" | "drainCock" | "hose" | "before" | "behind";
const whats: readonly (readonly [What, string, string])[] = [
  ["drainCock", "Drain cock", "Drain cock"],
  ["vent", "Vent", "Vent"],
  ["hose", "Hose tap", "Hose tap"],
  ["mixer", "Mixer tap", "Mixer tap"],
  ["before", "Valve before a unit", "Valve before"],
  ["behind", "Valve behind a unit", "Valve behind"],
];

/** The rig as it is built: names and places of handles, what is added and what is not there. Each change is saved at once and makes the rig the job's own. */
export function EditRig({
  rig,
  save,
  busy,
}: {
  rig: Rig;
  save: (rig: Rig, what: string) => Promise<void>;
  busy: boolean;
}) {
  const [what, setWhat] = useState<What>("drainCock");
  const [at, setAt] = useState("");
  const [name, setName] = useState("");
  const [place, setPlace] = useState("");
  const [error, setError] = useState("");
  const [naming, setNaming] = useState<{
    readonly handle: string;
    readonly name: string;
    readonly place: string;
  }>();
  const onUnit = what === "before" || what === "behind";
  const places = [...new Set(rig.handles.map((h) => h.place))];
  const spots =
    what === "mixer"
      ? rig.nodes
          .filter((n) => n.kind === "heater")
          .map((n) => ["house", `House and ${inSentence(n.name ?? "heater")}`] as const)
      : onUnit
        ? rig.units
            .filter((u) => rig.edges.filter((e) => e.unit === u.key).length === 1)
            .map((u) => [u.key, u.name] as const)
        : rig.nodes
            .filter((n) => n.name !== undefined && n.kind !== "air" && n.kind !== "drain")
            .map((n) => [n.id, n.name!] as const);
  const spot = spots.some(([id]) => id === at) ? at : (spots[0]?.[0] ?? "");
  const apply = async (edit: RigEdit, words: string): Promise<boolean> => {
    const result = editRig(rig, edit);
    setError(result.ok ? "" : result.error);
    if (result.ok) await save(result.rig, words);
    return result.ok;
  };
  const add = async () => {
    const spotName = spots.find(([id]) => id === spot)?.[1] ?? "";
    const called =
      name.trim() ||
      `${whats.find(([id]) => id === what)![2]}${what === "mixer" ? "" : onUnit ? ` ${spotName}` : ` at ${spotName}`}`;
    if (
      await apply(
        what === "mixer"
          ? { do: "addMixer", name: called, place }
          : onUnit
            ? { do: "addValve", unit: spot, side: what, name: called, place }
            : { do: "addOpening", at: spot, opening: what, name: called, place },
        `${called} added`,
      )
    ) {
      setName("");
      setPlace("");
    }
  };
  return (
    <details className="mt-2" data-edit-rig>
      <summary className="min-h-11 cursor-pointer py-2">Change the rig to what is built</summary>
      <form
        className="mt-1 flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <label>
          Add
          <select
            className="field"
            value={what}
            onChange={(e) => {
              setWhat(e.target.value as What);
              setError("");
            }}
          >
            {whats.map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label>
          {onUnit ? "Unit" : "At"}
          <select className="field" value={spot} onChange={(e) => setAt(e.target.value)}>
            {spots.map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label>
          Name <span className="text-sm text-soft">if it has one</span>
          <input className="field" value={name} maxLength={80} onChange={(e) => setName(e.target.value)} />
        </label>
        <label>
          Place
          <input
            className="field"
            value={place}
            maxLength={80}
            list="rig-places"
            placeholder="At the train"
            onChange={(e) => setPlace(e.target.value)}
          />
        </label>
        <datalist id="rig-places">
          {places.map((p) => (
            <option key={p} value={p} />
          ))}
        </datalist>
        <button className="button" disabled={busy || spot === ""}>
          Add it
        </button>
      </form>
      <p role="status" className="text-stop">
        {error}
      </p>
      <ul className="mt-2">
        {rig.handles
          .filter((h) => h.kind !== "automatic")
          .map((h) => (
            <li key={h.id} className="rule py-2">
              {naming?.handle === h.id ? (
                <form
                  className="flex flex-wrap items-end gap-3"
                  onSubmit={(e) => {
                    e.preventDefault();
                    void apply(
                      { do: "rename", handle: h.id, name: naming.name, place: naming.place },
                      `${h.name} is called ${naming.name}`,
                    ).then((ok) => {
                      if (ok) setNaming(undefined);
                    });
                  }}
                >
                  <label>
                    Name of the handle
                    <input
                      className="field"
                      value={naming.name}
                      maxLength={80}
                      autoFocus
                      onChange={(e) => setNaming({ ...naming, name: e.target.value })}
                    />
                  </label>
                  <label>
                    Its place
                    <input
                      className="field"
                      value={naming.place}
                      maxLength={80}
                      list="rig-places"
                      onChange={(e) => setNaming({ ...naming, place: e.target.value })}
                    />
                  </label>
                  <button className="button" disabled={busy}>
                    Save
                  </button>
                  <button
                    type="button"
                    className="button quiet"
                    onClick={() => {
                      setNaming(undefined);
                      setError("");
                    }}
                  >
                    Leave it
                  </button>
                </form>
              ) : (
                <div className="flex flex-wrap items-baseline gap-x-4">
                  <span className="min-w-64">
                    {h.name}
                    <span className="block text-sm text-soft">
                      {h.place}
                      {h.tied ? "; tied" : ""}
                    </span>
                  </span>
                  <button
                    type="button"
                    className="plainlink min-h-9 text-sm"
                    aria-label={`Rename ${h.name}`}
                    disabled={busy}
                    onClick={() => setNaming({ handle: h.id, name: h.name, place: h.place })}
                  >
                    rename
                  </button>
                  {h.kind === "lever" ? (
                    <button
                      type="button"
                      className="plainlink min-h-9 text-sm"
                      aria-label={`${h.tied ? "Untie" : "Tie"} ${h.name}`}
                      disabled={busy}
                      onClick={() =>
                        void apply(
                          { do: "tie", handle: h.id, tied: h.tied !== true },
                          `${h.name} ${h.tied ? "untied" : "tied"}`,
                        )
                      }
                    >
                      {h.tied ? "untie" : "tie"}
                    </button>
                  ) : null}
                  {["lever", "vent", "tap"].includes(h.kind) ? (
                    <button
                      type="button"
                      className="plainlink min-h-9 text-sm"
                      aria-label={`Take away ${h.name}`}
                      disabled={busy}
                      onClick={() => void apply({ do: "remove", handle: h.id }, `${h.name} taken away`)}
                    >
                      take away
                    </button>
                  ) : null}
                </div>
              )}
            </li>
          ))}
      </ul>
    </details>
  );
}
