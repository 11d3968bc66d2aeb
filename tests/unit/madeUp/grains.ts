import { numberIn, only, open, type ReadingKind } from "@/core/readings/reading";
import { rule } from "@/core/words";

const grainsRule = rule<{ readonly share: number }>("grains", {
  reason: ({ share }, say) => `${say.of(share, "share")} of the sand passes`,
  remedy: () => "Empty the bowl and count again",
});

/** A kind of reading that nobody takes. */
export const grains: ReadingKind = {
  id: "grains",
  label: "Sand that passes",
  fields: [{ id: "share", label: "Grains in a hundred", quantity: "share" }],
  judge: (values) => {
    const share = numberIn(values, "share");
    return share === undefined
      ? open("The verdict")
      : only(grainsRule.at(share <= 0.05 ? "Good" : "Stop", { share }));
  },
  rules: [grainsRule],
};
