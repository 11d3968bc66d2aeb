import { uvFlowLimit } from "../treatment";
import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

/** What a chamber has to be able to disinfect beside the flow, to be Good (handbook 6). */
const TO_SPARE = 1.1;

interface UvFacts {
  readonly flow?: number;
  readonly limit?: number;
  readonly lampOff?: boolean;
  /** The transmittance was not measured: the least that the chamber asks for was taken, %. */
  readonly assumed?: number;
  /** It was measured below that least, %. */
  readonly below?: { readonly uvt: number; readonly least: number };
}
const uvRule = rule<UvFacts>("uv-at-fullest", {
  reason: ({ flow, limit, lampOff, assumed, below }, say) => {
    if (lampOff) return "the lamp is off";
    if (below)
      return `transmittance ${say.beside(below.uvt, below.least, "transmittance")}, the chamber asks for ${say.of(below.least, "transmittance")}`;
    const taken =
      assumed === undefined
        ? ""
        : `; ${say.of(assumed, "transmittance")} assumed, its least: it was not measured`;
    const said =
      limit === undefined
        ? "that transmittance gives no limit"
        : `${say.of(flow!, "flow")} measured, ${say.beside(limit, flow!, "flow")} can be disinfected`;
    return `${said}${taken}`;
  },
  remedy: ({ limit, lampOff, below }, say, level) => {
    if (below) return "Treat what clouds or colours the water before the chamber";
    if (lampOff) return "Lamp seated, interlock closed, controller powered";
    if (limit === undefined) return "Test or measure it";
    return level === "Check" ? "A flow restrictor" : `A flow restrictor at ${say.of(limit, "flow")}`;
  },
});

export const uvFlow: ReadingKind = {
  id: "uvFlow",
  label: "UV at its fullest",
  fields: [
    { id: "flow", label: "Measured flow", quantity: "flow" },
    { id: "uvt", label: "UV transmittance", quantity: "transmittance", optional: true },
    {
      id: "lamp",
      label: "Lamp",
      options: [
        { id: "on", label: "On" },
        { id: "off", label: "Off" },
      ],
    },
  ],
  judge: (v, { uv }) => {
    if (v.lamp === "off") return only(uvRule.stop({ lampOff: true }));
    const [flow, measured] = [numberIn(v, "flow"), numberIn(v, "uvt")];
    const uvt = measured ?? uv?.least;
    if (flow === undefined || uvt === undefined || !uv || v.lamp !== "on") return open("The limit");
    if (measured !== undefined && uv.least !== undefined && measured < uv.least)
      return only(uvRule.stop({ flow, below: { uvt: measured, least: uv.least } }));
    const assumed = measured === undefined ? uvt : undefined;
    const byFormula = uvFlowLimit({ ...uv, uvt });
    if (byFormula === undefined) return only(uvRule.unknown({}));
    const limit = Math.min(byFormula, uv.maxFlow) * (uv.parallel ?? 1);
    const level = limit >= flow * TO_SPARE ? "Good" : limit >= flow ? "Check" : "Stop";
    return {
      derived: [
        {
          label: "Limit here",
          value: limit,
          quantity: "flow",
          formula: "rated flow × f(UVT) ÷ f(rated UVT) × age factor",
        },
      ],
      verdict: uvRule.at(level, { flow, limit, assumed }),
    };
  },
  rules: [uvRule],
};
