"use client";
import type { TransitionChoice } from "@/core/fit/pipePlan";
import { useKept } from "../fit/useLayout";

interface TransitionsProps {
  readonly jobId: string;
  readonly choices: readonly TransitionChoice[];
  /** Codes of units, by their keys. */
  readonly codes: Readonly<Record<string, string>>;
  readonly seen: number;
  readonly currency: string;
  readonly readOnly: boolean;
}

/** An end of a pipe as it is called. */
function endSaid(end: string, codes: TransitionsProps["codes"]): string {
  if (end === "house.before") return "The house's pipe, where water comes";
  if (end === "house.behind") return "The house's pipe, to the house";
  const at = end.lastIndexOf(".");
  const unit = end.slice(0, at);
  return `${codes[unit] ?? unit}, ${end.slice(at + 1)}`;
}

/** Ends of pipes that several rows of fittings join: the shortest is taken, and another may be chosen. */
export function Transitions({ jobId, choices, codes, seen, currency, readOnly }: TransitionsProps) {
  const { keep, say, busy } = useKept(jobId, seen);
  const money = new Intl.NumberFormat("en", { style: "currency", currency });
  const choose = (end: string, at: number) =>
    void keep({}, `${endSaid(end, codes)}: joined another way`, { transitions: { [end]: at } });
  return (
    <section aria-labelledby="transitions" data-transitions>
      <h2 id="transitions">Transitions</h2>
      <p className="mb-3 text-soft">
        What joins a port to its pipe: the fewest fittings, then the least price. Another row may be chosen.
      </p>
      <ul className="grid gap-3">
        {choices.map(({ end, chosen, options }) => (
          <li key={end} className="grid gap-1 md:grid-cols-[16rem_minmax(0,1fr)] md:items-center">
            <label htmlFor={`end-${end}`}>{endSaid(end, codes)}</label>
            <select
              id={`end-${end}`}
              className="field !min-h-11 w-full"
              value={chosen}
              disabled={readOnly || busy}
              onChange={(e) => choose(end, Number(e.target.value))}
            >
              {options.map(({ fittings, price }, i) => (
                <option key={i} value={i}>
                  {money.format(price)}: {fittings.length === 0 ? "nothing between" : fittings.join(", ")}
                </option>
              ))}
            </select>
          </li>
        ))}
      </ul>
      {say ? (
        <p role="status" className={say.bad ? "text-stop" : "text-soft"}>
          {say.text}
        </p>
      ) : null}
    </section>
  );
}
