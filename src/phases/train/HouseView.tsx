import type { ComponentProps } from "react";
import type { TrainJudgement } from "@/core/train";
import { VerdictNote } from "./VerdictNote";

/** What the train as a whole means for the house: its verdicts, and the sodium that softening adds. */
export function HouseView({
  house,
  ...note
}: { house: TrainJudgement["house"] } & Omit<ComponentProps<typeof VerdictNote>, "at" | "verdict">) {
  return (
    <>
      <h1>House</h1>
      <ul className="mt-4 grid gap-3">
        {house.verdicts.map((v) => (
          <li key={v.rule} className="rule pt-2">
            <VerdictNote {...note} at="house" verdict={v} />
          </li>
        ))}
      </ul>
      {house.water.sodiumAdded ? (
        <p className="mt-6 border-l-4 border-check pl-3">
          Softening adds about <span className="num">{Math.round(house.water.sodiumAdded)}</span> mg/L of
          sodium here.
        </p>
      ) : null}
    </>
  );
}
