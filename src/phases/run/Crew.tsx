import type { CrewProps } from "./ChooseCrew";
import { ChooseCrew } from "./officeForms";

/** Who answers for a job and who may write on it. */
export function Crew({ readOnly, ...props }: CrewProps & { readonly readOnly: boolean }) {
  const { crew } = props;
  return (
    <section className="mt-8" aria-labelledby="crew">
      <h2 id="crew">Crew</h2>
      <p>
        {crew.responsible ? `${crew.responsible.name} is responsible.` : "Nobody is responsible yet."}
        {crew.letIn.length > 0 ? ` Let in: ${crew.letIn.map((p) => p.name).join(", ")}.` : ""}
      </p>
      {readOnly ? null : <ChooseCrew key={JSON.stringify(crew)} {...props} />}
    </section>
  );
}
