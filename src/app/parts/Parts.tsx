"use client";
import { useState, type ReactNode } from "react";
import type { Figure, LineMark } from "@/core/families";
import type { Level } from "@/core/verdict";
import { Announced } from "@/ui/Announced";
import { Awake } from "@/ui/Awake";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { Failed } from "@/ui/Failed";
import { FigureCard, FigureText } from "@/ui/FigureCard";
import { FigureFace } from "@/ui/FigureFace";
import { Find } from "@/ui/Find";
import FindSheet from "@/ui/FindSheet";
import { FocusKept } from "@/ui/FocusKept";
import { FormFrame } from "@/ui/FormFrame";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { Keys } from "@/ui/Keys";
import KeysSheet from "@/ui/KeysSheet";
import { Line } from "@/ui/line/Line";
import { LineAcross } from "@/ui/line/LineAcross";
import type { LineStation } from "@/ui/line/station";
import { OnItsWay } from "@/ui/Link";
import { LiveNow } from "@/ui/LiveNow";
import { NamesField } from "@/ui/NamesField";
import { KeyButton, KeyLink } from "@/ui/Pressed";
import { Qty } from "@/ui/Qty";
import { QuantityField } from "@/ui/QuantityField";
import { QuantityInput } from "@/ui/QuantityInput";
import { Sheet } from "@/ui/Sheet";
import { StationList } from "@/ui/line/StationList";
import { TimeStrip, type StripBar } from "@/ui/TimeStrip";
import { useForm, type Form } from "@/ui/useForm";
import { VerdictMark, VerdictShape } from "@/ui/VerdictMark";

const levels: readonly Level[] = ["Good", "Check", "Stop", "Unknown"];
const HOUR = 3_600_000;
const NINE = Date.UTC(2026, 0, 15, 9);

const shapes = ["main", "housing", "vessel", "lamp", "pump", "membrane", "small", "house"] as const;
const marks: readonly LineMark[] = [
  "raw",
  "raw",
  "filtered",
  "softened",
  "disinfected",
  "disinfected",
  "permeate",
];
const states = [undefined, "dry", "soaking", "flushing", "wet", "in service", undefined, undefined] as const;
const stations: readonly LineStation[] = shapes.map((shape, i) => ({
  key: shape,
  name: shape,
  shape,
  branch: shape === "membrane" || shape === "small",
  markIn: marks[Math.max(0, i - 1)] ?? "permeate",
  markOut: marks[i] ?? "permeate",
  href: "#line",
  line: "its one line of words",
  level: levels[i % levels.length],
  pressure: "58 psi",
  state: states[i],
  soaked: states[i] === "soaking" ? 0.4 : undefined,
}));

const bar = (kind: StripBar["kind"], i: number, more: Partial<StripBar> = {}): StripBar => ({
  key: `${kind}${i}`,
  href: "#strip",
  title: `A ${kind}`,
  detail: "its detail",
  kind,
  from: NINE + i * HOUR,
  to: NINE + (i + 2) * HOUR,
  paused: false,
  ...more,
});
const bars: readonly StripBar[] = [
  bar("soak", -2),
  bar("flow", -1, { paused: true }),
  bar("wait", 1),
  bar("visit", -1),
  bar("visit", 3),
  bar("off", 2),
];

const figureOf = (id: string, more: Partial<Figure>): Figure => ({
  id,
  label: `A figure, ${id}`,
  quantity: "flow",
  working: {
    formula: "a × b",
    inputs: [{ name: "a", value: 12, quantity: "flow", from: { survey: "source.flowing" } }],
    note: "A note to its working",
  },
  ...more,
});
const figures: readonly Figure[] = [
  figureOf("known", { value: 20, note: "a note" }),
  figureOf("between", { value: 20, range: { low: 18, high: 24 } }),
  figureOf("stated", { value: 76, stated: true }),
  figureOf("long", { value: 125, quantity: "duration" }),
  figureOf("plain", { value: 12_345, quantity: "plain", suffix: "grains" }),
  figureOf("unknown", { working: { formula: "a × b", inputs: [] } }),
];

function Group({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section className="grid gap-4 border-t border-hair py-6" aria-label={name}>
      <h2>{name}</h2>
      {children}
    </section>
  );
}

function Marks() {
  return (
    <Group name="Verdicts">
      {levels.map((level) => (
        <p key={level}>
          <VerdictMark level={level}>its reason in one line</VerdictMark>
        </p>
      ))}
      <p>
        <VerdictMark level="Stop" overridden>
          overridden
        </VerdictMark>
      </p>
      <p className="flex gap-4">
        {levels.map((level) => (
          <VerdictShape key={level} level={level} size={24} />
        ))}
        <Qty>1,370 lb at 58.5 psi</Qty>
      </p>
    </Group>
  );
}

function Buttons() {
  return (
    <Group name="Buttons and links">
      <p className="flex flex-wrap gap-4">
        <button type="button" className="button">
          The one action
        </button>
        <button type="button" className="button quiet">
          Another
        </button>
        <button type="button" className="button" disabled>
          Not now
        </button>
        <KeyButton pressedBy={undefined} className="button quiet" onClick={() => undefined}>
          By a key
        </KeyButton>
        <KeyLink href="/parts" pressedBy={undefined} className="plainlink">
          A link by a key
        </KeyLink>
      </p>
      <p className="flex flex-wrap gap-4">
        <Find />
        <Keys />
        <Awake>
          <button type="button" className="button quiet">
            Once the page is awake
          </button>
        </Awake>
      </p>
    </Group>
  );
}

/** A form that stands still in some state. */
const standing = (over: Partial<Form> = {}): Form => ({
  values: {},
  errors: {},
  whole: "",
  busy: false,
  saved: "",
  refused: 0,
  typed: false,
  set: () => undefined,
  submit: () => undefined,
  drop: () => undefined,
  ...over,
});

function Fields() {
  const [flow, setFlow] = useState("12 gpm");
  const [media, setMedia] = useState("carbon, calcite");
  return (
    <Group name="Fields">
      <FormField
        form={standing({ values: { text: "typed" } })}
        label="A text"
        name="text"
        hint="with a hint"
      />
      <FormField
        form={standing({ values: { text: "?" }, errors: { text: "Write a name" } })}
        label="A refused text"
        name="text"
      />
      <SelectField form={standing()} label="A choice" name="choice" options={[{ id: "", label: "One" }]} />
      <NamesField
        label="Several of some names"
        value={media}
        options={["carbon", "calcite", "resin"]}
        set={setMedia}
      />
      <Announced text="Good: it is said aloud, and not seen" />
      <FormNote form={standing({ saved: "Saved" })} />
      <FormNote form={standing({ whole: "Not saved: say why" })} />
      <QuantityField label="A flow" quantity="flow" profile="metric" value={flow} onChange={setFlow} />
      <QuantityField label="An empty flow" quantity="flow" profile="us" value="" onChange={setFlow} />
      <QuantityInput
        label="A flow not read yet"
        quantity="flow"
        profile="us"
        value={flow}
        onChange={setFlow}
      />
      <QuantityField
        label="A flow not understood"
        quantity="flow"
        profile="us"
        value="three bathrooms"
        onChange={setFlow}
      />
      <QuantityField
        label="A flow being saved"
        quantity="flow"
        profile="us"
        value="4 gpm"
        state="saving…"
        onChange={setFlow}
        wet
      />
    </Group>
  );
}

/** A form that refuses whatever it is sent. */
function Forms() {
  const form = useForm({
    initial: { name: "typed" },
    send: () => Promise.resolve({ ok: false, error: "This name is taken", field: "name" }),
  });
  return (
    <Group name="A form">
      <FormFrame form={form} className="grid max-w-sm gap-2">
        <label>
          Name
          <input
            className="field"
            value={form.values.name}
            aria-invalid={form.errors.name ? true : undefined}
            onChange={(e) => form.set("name", e.target.value)}
          />
        </label>
        <FormNote form={{ ...form, whole: form.errors.name ?? "" }} />
        <button className="button" disabled={form.busy}>
          Keep
        </button>
      </FormFrame>
    </Group>
  );
}

function Figures() {
  return (
    <Group name="Figures">
      <FigureFace />
      <table className="plain">
        <ColumnHeads caption="Figures that move" columns={["Figure", { figure: "now" }]} />
        <tbody>
          <tr>
            <th scope="row">Flow at peak</th>
            <td className="figure">9.4 gpm</td>
          </tr>
        </tbody>
      </table>
      <p>
        <FigureText figure={figures[0]} profile="us" /> · <FigureText profile="us" />
      </p>
      {figures.map((f) => (
        <FigureCard key={f.id} figure={f} profile="us" surveyHref={(id) => `#${id}`} />
      ))}
    </Group>
  );
}

function Drawings({ ground }: { ground: string }) {
  return (
    <>
      <Group name="The Line">
        <Line stations={stations} active="vessel" label={`The Line, ${ground}`} />
        <LineAcross stations={stations} active="lamp" label={`The Line across, ${ground}`} />
        <StationList>
          <li>
            <a href="#line">a station</a>
          </li>
        </StationList>
      </Group>
      <Group name="The strip of hours">
        <TimeStrip bars={bars} from={NINE - 3 * HOUR} to={NINE + 11 * HOUR} now={NINE} zone="UTC" />
        <TimeStrip bars={[]} from={NINE - 3 * HOUR} to={NINE + 11 * HOUR} now={NINE} zone="UTC" />
      </Group>
    </>
  );
}

type SheetName = "plain" | "keys" | "find";
function Sheets({ wet }: { wet: boolean }) {
  const [open, setOpen] = useState<SheetName>();
  const close = () => setOpen(undefined);
  return (
    <Group name="Sheets">
      <p className="flex flex-wrap gap-4">
        {(["plain", "keys", "find"] as const).map((name) => (
          <button key={name} type="button" className="button quiet" onClick={() => setOpen(name)}>
            Open the {name} sheet
          </button>
        ))}
      </p>
      <Sheet open={open === "plain"} title="A sheet" wet={wet} onClose={close}>
        <p>Its contents.</p>
      </Sheet>
      {open === "keys" ? <KeysSheet onClose={close} /> : null}
      {open === "find" ? <FindSheet onClose={close} /> : null}
    </Group>
  );
}

/** One ground with every part on it. */
function Ground({ name, wet }: { name: string; wet: boolean }) {
  return (
    <div className={`bg-paper px-6 py-4 text-ink ${wet ? "wet" : ""}`} data-ground={name}>
      <h1>{name}</h1>
      <Marks />
      <Buttons />
      <Fields />
      <Forms />
      <Figures />
      <Drawings ground={name} />
      <Sheets wet={wet} />
      <FocusKept />
      <Group name="A page on its way">
        <OnItsWay />
      </Group>
      <Group name="A page that could not be made">
        <Failed error={new Error("none")} reset={() => undefined} />
      </Group>
    </div>
  );
}

/** Both grounds, one below the other. */
export function Parts() {
  return (
    <>
      <LiveNow every={3600} />
      <Ground name="Bench" wet={false} />
      <Ground name="Wet hands" wet />
    </>
  );
}
