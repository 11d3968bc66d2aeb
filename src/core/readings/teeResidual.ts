import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";
import { NOTHING_ON_A_STRIP } from "./strip";

/** mg/L that a membrane without carbon of its own ahead of it may see (handbook 10, ruling 18). */
const BARE_MEMBRANE = 0.1;

interface TeeFacts {
  readonly residual: number;
  readonly most?: number;
  readonly bare: boolean;
}
const tee = rule<TeeFacts>("tee-residual", {
  reason: ({ residual, most, bare }, say) => {
    if (most === undefined)
      return `${say.of(residual, "concentration")}; what the source itself brings was not tested`;
    const why = bare ? "this RO has no carbon of its own" : "as the source brings";
    return `${say.beside(residual, most, "concentration")}, at most ${say.of(most, "concentration")}: ${why}`;
  },
  remedy: (_f, _say, level) =>
    level === "Unknown" ? "Test the source's own chlorine" : "Flush on; the feed stays shut",
});

/** Chlorine at the tee of an RO before its feed is opened again. */
export const teeResidual: ReadingKind = {
  id: "teeResidual",
  label: "Chlorine at the RO's tee",
  fields: [{ id: "residual", label: "Test strip shows", quantity: "concentration" }],
  judge: (v, { sourceChlorine, roBare = false }) => {
    const residual = numberIn(v, "residual");
    if (residual === undefined) return open("The verdict");
    const limits = [
      ...(sourceChlorine === undefined ? [] : [Math.max(sourceChlorine, NOTHING_ON_A_STRIP)]),
      ...(roBare ? [BARE_MEMBRANE] : []),
    ];
    if (limits.length === 0) return only(tee.unknown({ residual, bare: roBare }));
    const most = Math.min(...limits);
    return only(tee.at(residual <= most ? "Good" : "Stop", { residual, most, bare: roBare }));
  },
  rules: [tee],
};
