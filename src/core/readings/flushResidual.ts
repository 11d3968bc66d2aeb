import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

/** mg/L of chlorine left after a flush (handbook 5, UV). */
const MOST = 1;
const flushed = rule<{ readonly residual: number }>("flush-residual", {
  reason: ({ residual }, say) =>
    `${say.beside(residual, MOST, "concentration")}, at most ${say.of(MOST, "concentration")}`,
  remedy: () => "Flush on",
});

export const flushResidual: ReadingKind = {
  id: "flushResidual",
  label: "Residual after the flush",
  fields: [{ id: "residual", label: "Lowest flushed tap", quantity: "concentration" }],
  judge: (v) => {
    const residual = numberIn(v, "residual");
    return residual === undefined
      ? open("The verdict")
      : only(flushed.at(residual <= MOST ? "Good" : "Stop", { residual }));
  },
  rules: [flushed],
};
