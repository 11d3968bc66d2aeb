"use client";
import { usePathname } from "next/navigation";
import { useState } from "react";
import { inSentence } from "@/core/words";
import type { Rig, RigEdit } from "@/core/rig";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type FormOutcome } from "@/ui/useForm";

type What = "mixer" | "vent" | "drainCock" | "hose" | "before" | "behind";
const whats: readonly (readonly [What, string, string])[] = [
  ["drainCock", "Drain cock", "Drain cock"],
  ["vent", "Vent", "Vent"],
  ["hose", "Hose tap", "Hose tap"],
  ["mixer", "Mixer tap", "Mixer tap"],
  ["before", "Valve before a unit", "Valve before"],
  ["behind", "Valve behind a unit", "Valve behind"],
];

const atUnit = (what: What): boolean => what === "before" || what === "behind";

/** Where something of a kind can be added: ids with their words. */
function spotsFor(rig: Rig, what: What): readonly (readonly [string, string])[] {
  if (what === "mixer")
    return rig.nodes
      .filter((n) => n.kind === "heater")
      .map((n) => ["house", `House and ${inSentence(n.name ?? "heater")}`] as const);
  if (atUnit(what))
    return rig.units
      .filter((u) => rig.edges.filter((e) => e.unit === u.key).length === 1)
      .map((u) => [u.key, u.name] as const);
  return rig.nodes
    .filter((n) => n.name !== undefined && n.kind !== "air" && n.kind !== "drain")
    .map((n) => [n.id, n.name!] as const);
}

function editOf(what: What, spot: string, name: string, place: string): RigEdit {
  if (what === "mixer") return { do: "addMixer", name, place };
  if (what === "before" || what === "behind") return { do: "addValve", unit: spot, side: what, name, place };
  return { do: "addOpening", at: spot, opening: what, name, place };
}

/** Adds a valve, a tap or an opening to the rig. */
export function AddToRig({
  rig,
  busy,
  apply,
}: {
  rig: Rig;
  busy: boolean;
  apply: (edit: RigEdit, words: string) => Promise<FormOutcome>;
}) {
  // Several of a kind are added one after the other: what and where stay as they were chosen.
  const [what, setWhat] = useState<What>("drainCock");
  const [at, setAt] = useState("");
  const path = usePathname();
  const form = useForm({
    draft: `${path}.add`,
    initial: { name: "", place: "" },
    send: ({ name = "", place = "" }) => {
      const spotName = spots.find(([id]) => id === spot)?.[1] ?? "";
      const usual = whats.find(([id]) => id === what)![2];
      const where = what === "mixer" ? "" : atUnit(what) ? ` ${spotName}` : ` at ${spotName}`;
      const called = name.trim() || `${usual}${where}`;
      return apply(editOf(what, spot, called, place), `${called} added`);
    },
  });
  const { name, place } = form.values;
  const onUnit = atUnit(what);
  const spots = spotsFor(rig, what);
  const spot = spots.some(([id]) => id === at) ? at : (spots[0]?.[0] ?? "");
  return (
    <FormFrame form={form} className="mt-1 flex flex-wrap items-end gap-3">
      <label>
        Add
        <select className="field" value={what} onChange={(e) => setWhat(e.target.value as What)}>
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
        <input
          className="field"
          value={name}
          maxLength={80}
          onChange={(e) => form.set("name", e.target.value)}
        />
      </label>
      <label>
        Place
        <input
          className="field"
          value={place}
          maxLength={80}
          list="rig-places"
          placeholder="At the train"
          onChange={(e) => form.set("place", e.target.value)}
        />
      </label>
      <button className="button" disabled={busy || form.busy || spot === ""}>
        Add it
      </button>
    </FormFrame>
  );
}
