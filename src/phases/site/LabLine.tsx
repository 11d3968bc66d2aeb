import { labFields } from "@/catalogue/labNames";
import { groupFields } from "@/catalogue/survey";
import { readAnswer } from "@/core/site";
import { printMeasured, quantities, type UnitSystem } from "@/core/units";
import type { readSample, LabChoice } from "@/core/water/lab";

type ReadLine = ReturnType<typeof readSample>["items"][number];
type Reading = ReadLine["reading"];
type Question = Extract<Reading, { is: "asks" }>;

const questions = new Map(groupFields("water").map((f) => [f.id, f]));

const unitsOf = (field: string): string[] => {
  const kind = labFields.get(field);
  return kind?.kind === "quantity"
    ? quantities[kind.quantity].units.map((u) => u.names[0]!).filter((n) => n !== "")
    : [];
};

/** A value as it was understood, in the reader's unit. */
function Taken({ reading, profile }: { reading: Extract<Reading, { is: "taken" }>; profile: UnitSystem }) {
  const parsed = readAnswer(questions.get(reading.field)!, reading.answers[reading.field]!, profile);
  if (!parsed.ok) return null;
  const kind = labFields.get(reading.field);
  const nitrateAs = reading.answers["water.nitrateAs"];
  return (
    <span>
      <b className="num font-semibold">
        {parsed.answer.measured && kind?.kind === "quantity"
          ? printMeasured(parsed.answer.measured, kind.quantity, profile)
          : parsed.answer.text}
      </b>
      {nitrateAs ? ` as ${nitrateAs}` : ""}
      {reading.note ? <span className="block text-soft">{reading.note}</span> : null}
    </span>
  );
}

/** An answer to what is unclear: the words on its button, and what it says of the line. */
function answersTo(question: Question, raw: string): { readonly words: string; readonly says: LabChoice }[] {
  return (question.what === "unit" ? [] : question.options).map((o) => {
    if (question.what === "nitrateAs") return { words: `as ${o}`, says: { nitrateAs: o as "N" | "NO3" } };
    const used = raw.includes(",") ? "," : ".";
    return { words: o === used ? "decimals" : "thousands", says: { decimal: o as "," | "." } };
  });
}

/** What is unclear in a line, and what it may mean. */
function Asks({ question, raw, say }: { question: Question; raw: string; say: (says: LabChoice) => void }) {
  return (
    <span className="block text-check" data-asks>
      {question.why}
      {question.what === "unit" ? (
        <span className="block text-soft">Choose its unit</span>
      ) : (
        <span className="mt-1 flex gap-2">
          {answersTo(question, raw).map(({ words, says }) => (
            <button key={words} type="button" className="button quiet !min-h-9" onClick={() => say(says)}>
              {words}
            </button>
          ))}
        </span>
      )}
    </span>
  );
}

/** How a line is understood. */
function Understood({
  line: { item, reading },
  profile,
  say,
}: {
  line: ReadLine;
  profile: UnitSystem;
  say: (says: LabChoice) => void;
}) {
  switch (reading.is) {
    case "taken":
      return <Taken reading={reading} profile={profile} />;
    case "asks":
      return <Asks question={reading} raw={item.raw} say={say} />;
    case "refused":
      return <span className="text-stop">{reading.why}</span>;
    case "notKnown":
      return <span className="text-soft">not known here: kept as written</span>;
    case "leftOut":
      return <span className="text-soft">left out</span>;
    case "empty":
      return <span className="text-soft">no result</span>;
  }
}

/** One line of a report: as it was written, what it means, its unit, and how it is understood. */
export function LabLine({
  line,
  choice,
  profile,
  say,
}: {
  line: ReadLine;
  choice: LabChoice;
  profile: UnitSystem;
  say: (says: LabChoice) => void;
}) {
  const { item, reading } = line;
  const field = choice.field ?? item.field ?? "";
  const kind = labFields.get(field);
  const hasUnit = kind?.kind === "quantity" && kind.quantity !== "ph" && reading.is !== "empty";
  return (
    <tr data-lab={item.key}>
      <th scope="row" className="text-left font-normal">
        {item.label}
      </th>
      <td className="figure">
        {item.raw}
        {item.unit ? ` ${item.unit}` : ""}
      </td>
      <td>
        <select
          aria-label={`${item.label} means`}
          className="field !w-44"
          value={field}
          onChange={(e) => say({ field: e.target.value })}
        >
          <option value="">not known</option>
          <option value="none">leave it out</option>
          {[...labFields].map(([id, f]) => (
            <option key={id} value={id}>
              {f.label}
            </option>
          ))}
        </select>
      </td>
      <td>
        {hasUnit ? (
          <select
            aria-label={`Unit of ${item.label}`}
            className="field !w-28"
            value={choice.unit ?? ""}
            onChange={(e) => say({ unit: e.target.value || undefined })}
          >
            <option value="">{item.unit ?? "none given"}</option>
            {unitsOf(field).map((u) => (
              <option key={u} value={u}>
                {u}
              </option>
            ))}
          </select>
        ) : null}
      </td>
      <td className="text-sm">
        <Understood line={line} profile={profile} say={say} />
      </td>
    </tr>
  );
}
