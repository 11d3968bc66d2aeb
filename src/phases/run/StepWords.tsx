import { sayStep, type Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";

const waterWords: Partial<Record<Step["water"], string>> = { off: "off", on: "on" };
/** What a household drinks meanwhile is something to watch for. */
const BYPASSED = "House is on bypass, untreated";
/** One line of a step's facts; absent where it has none. */
function Fact({ of, children }: { of: string; children: string | undefined }) {
  return children ? (
    <div>
      <dt className="text-sm text-soft">{of}</dt>
      <dd className="font-semibold">{children}</dd>
    </div>
  ) : null;
}

/** What is to be done or answered, standing out. */
function Wanted({ children }: { children: string | undefined }) {
  return children ? (
    <p className="mt-4 border-l-4 border-water pl-3 text-[17px] font-semibold">{children}</p>
  ) : null;
}

/** What a step says: what to do, why, how, and what to watch for. */
export function StepWords({
  step,
  profile,
  cautions,
}: {
  step: Step;
  profile: UnitSystem;
  cautions: Readonly<Record<string, string>>;
}) {
  const said = sayStep(step, profile);
  const own = step.cautions.map((c) => cautions[c] ?? c);
  const warned = step.water === "bypassed" ? [BYPASSED, ...own] : own;
  return (
    <>
      <h1 className="my-2 text-[26px] leading-[1.15] md:text-[28px]">{step.title}</h1>
      <p className="text-[17px]">{said.why}</p>
      {said.details.length > 0 ? (
        <ul className="mt-3 list-disc pl-5">
          {said.details.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </ul>
      ) : null}
      <dl className="mt-3 grid gap-x-6 gap-y-1 sm:grid-cols-2">
        <Fact of={`Turn, seen from ${step.turn?.seenFrom}`}>{step.turn?.direction}</Fact>
        <Fact of="How tight">{step.tightening}</Fact>
        <Fact of="Sealant">{step.sealant}</Fact>
        <Fact of={step.flow?.direction === "reverse" ? "Reverse flow to" : "Flow to"}>{step.flow?.to}</Fact>
        <Fact of="Taps">{said.taps}</Fact>
        <Fact of="Water">{waterWords[step.water]}</Fact>
        <Fact of="Power">{step.power}</Fact>
      </dl>
      {said.sets.length > 0 ? (
        <dl className="mt-4 grid gap-3 sm:grid-cols-2">
          {said.sets.map(({ label, value }) => (
            <div key={label}>
              <dt className="text-sm text-soft">{label}</dt>
              <dd className="num text-[28px] leading-tight">{value}</dd>
            </div>
          ))}
        </dl>
      ) : null}
      <Wanted>{said.statement}</Wanted>
      <Wanted>{said.question}</Wanted>
      {warned.length > 0 ? (
        <ul className="mt-4 grid gap-1 border-l-4 border-check pl-3" aria-label="Cautions">
          {warned.map((w) => (
            <li key={w}>{w}</li>
          ))}
        </ul>
      ) : null}
    </>
  );
}
