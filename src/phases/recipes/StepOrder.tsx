"use client";
import { stepName } from "@/core/run/recipeForm";
import { namesIn } from "@/ui/NamesField";
import type { Form } from "@/ui/useForm";
import { wordsOf } from "./words";

/** Ids of the steps of a recipe in the order of its form. */
export const orderOf = (form: Form): readonly string[] => namesIn(form.values.order ?? "");

/** An id that no step of the recipe has: what is done of it on a started run is known by it. */
function freeId(order: readonly string[]): string {
  for (let n = 1; ; n += 1) if (!order.includes(`own${n}`)) return `own${n}`;
}

const swapped = (order: readonly string[], a: number, b: number): string[] =>
  order.map((id, i) => (i === a ? order[b]! : i === b ? order[a]! : id));

/** The steps of a recipe in their order: one is chosen, moved, added or taken out. */
export function StepOrder({
  form,
  chosen,
  choose,
}: {
  form: Form;
  chosen: string | undefined;
  choose: (step: string) => void;
}) {
  const order = orderOf(form);
  const at = chosen === undefined ? -1 : order.indexOf(chosen);
  const setOrder = (next: readonly string[]) => form.set("order", next.join(", "));
  const wrong = (id: string) =>
    Object.entries(form.errors).some(([name, error]) => error && name.startsWith(`${id}/`));
  const add = () => {
    const id = freeId(order);
    setOrder([...order.slice(0, at + 1), id, ...order.slice(at + 1)]);
    choose(id);
  };
  const takeOut = () => {
    setOrder(order.filter((id) => id !== chosen));
    choose(order[at + 1] ?? order[at - 1] ?? "");
  };
  const tool = (words: string, act: () => void, disabled: boolean) => (
    <button type="button" className="button quiet" disabled={disabled} onClick={act}>
      {words}
    </button>
  );
  return (
    <section aria-label="Steps">
      <h2>Steps</h2>
      <ol className="mb-3" data-order>
        {order.map((id, i) => {
          const title = form.values[stepName(id, "title")] || "New step";
          const stage = form.values[stepName(id, "stage")];
          return (
            <li key={id}>
              <button
                type="button"
                aria-current={id === chosen ? "step" : undefined}
                className={`flex min-h-10 w-full gap-2 border-l-4 py-1 pl-2 text-left ${id === chosen ? "border-water font-semibold" : "border-transparent"}`}
                onClick={() => choose(id)}
              >
                <span className="num w-6 shrink-0 text-right text-soft">{i + 1}</span>
                <span>
                  {title}
                  {wrong(id) ? <span className="text-stop"> – see inside</span> : null}
                  <span className="block text-sm font-normal text-soft">{stage ? wordsOf(stage) : ""}</span>
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      {form.errors.order ? <p className="text-sm text-stop">{form.errors.order}</p> : null}
      <div className="flex flex-wrap gap-2">
        {tool("Earlier", () => setOrder(swapped(order, at, at - 1)), at < 1)}
        {tool("Later", () => setOrder(swapped(order, at, at + 1)), at < 0 || at === order.length - 1)}
        {tool("Add a step after it", add, false)}
        {tool("Take it out", takeOut, at < 0)}
      </div>
      <p className="mt-2 text-sm text-soft">A run takes steps part by part; within a part in this order.</p>
    </section>
  );
}
