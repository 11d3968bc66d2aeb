import { uvFlowLimit } from "../treatment";
import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

/** What a chamber has to be able to disinfect beside the flow, to be Good (handbook 6). */
const TO_SPARE = 1.1;

interface UvFacts {
  readonly flow?: number;
  readonly limit?: number;
  readonly lampOff?: boolean;
}
const uvRule = rule<UvFacts>("uv-at-fullest", {
  reason: ({ flow, limit, lampOff }, say) => {
    if (lampOff) return "the lamp is off";
    return limit === undefined
      ? "that transmittance gives no limit"
      : `${say.of(flow!, "flow")} measured, ${say.beside(limit, flow!, "flow")} can be disinfected`;
  },
  remedy: ({ limit, lampOff }, say, level) => {
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
    { id: "uvt", label: "UV transmittance", quantity: "transmittance" },
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
    const [flow, uvt] = [numberIn(v, "flow"), numberIn(v, "uvt")];
    if (flow === undefined || uvt === undefined || !uv || v.lamp !== "on") return open("The limit");
    const byFormula = uvFlowLimit({ ...uv, uvt });
    if (byFormula === undefined) return only(uvRule.unknown({}));
    const limit = Math.min(byFormula, uv.maxFlow);
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
      verdict: uvRule.at(level, { flow, limit }),
    };
  },
  rules: [uvRule],
};
