import { CartesianGrid, Line, LineChart, ReferenceArea, ReferenceLine, YAxis } from "recharts";
import { inProfile, print, type UnitSystem } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";
import { ColumnHeads } from "@/ui/ColumnHeads";
import type { Picture } from "../pictureOf";
import { axis, FlowAxis, Frame, margin, mark, roundUp, steps } from "./Frame";

type UvPicture = Extract<Picture, { of: "uv" }>;

/** The dose a flow gets, mJ/cm²: it falls as the flow rises. */
const doseOf = (p: UvPicture, flow: number) => (p.dose * p.formula) / flow;

/** The same in figures. */
function UvTable({ p, limit, profile }: { p: UvPicture; limit: number; profile: UnitSystem }) {
  const rows = [
    ["continuous", p.continuous],
    ["peak", p.peak],
    ["limit here", limit],
  ] as const;
  return (
    <table className="plain">
      <ColumnHeads caption="Flow and dose" columns={["At", { figure: "flow" }, { figure: "dose" }]} />
      <tbody>
        {rows.map(([name, q]) =>
          q === undefined ? null : (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td className="figure">{print(q, "flow", profile)}</td>
              <td className="figure">
                {q > p.maximum * 1.0001 ? (
                  <VerdictMark level="Stop">beyond what was tested</VerdictMark>
                ) : (
                  `${Math.round(doseOf(p, q))} mJ/cm²`
                )}
              </td>
            </tr>
          ),
        )}
      </tbody>
    </table>
  );
}

/** Dose against flow: where the chamber still gives what is asked for, and where the house is at peak. */
export function Uv({ p, profile }: { p: UvPicture; profile: UnitSystem }) {
  const flow = (l: number) => inProfile(l, "flow", profile);
  const limit = Math.min(p.formula, p.maximum);
  const far = 1.35 * Math.max(limit, p.peak ?? 0);
  const end = roundUp(flow(far));
  const top = 3 * p.dose;
  const points = steps((p.dose * p.formula) / top, (far * end) / flow(far)).map((q) => ({
    flow: flow(q),
    dose: doseOf(p, q),
  }));
  return (
    <Frame
      id="uv-picture"
      title="Dose against flow"
      lead={`The faster the water, the shorter it is in the light. ${p.dose} mJ/cm² is asked for${p.maximum < p.formula ? "; beyond the unit's largest tested flow nothing is promised" : ""}.`}
      twin={<UvTable p={p} limit={limit} profile={profile} />}
    >
      <LineChart accessibilityLayer={false} data={points} margin={margin}>
        <CartesianGrid stroke="var(--hair)" />
        <ReferenceArea
          x1={flow(limit)}
          x2={end}
          y1={0}
          y2={top}
          fill="var(--stop)"
          fillOpacity={0.1}
          label={mark("not disinfected", "insideTopRight")}
        />
        <FlowAxis end={end} profile={profile} />
        <YAxis
          type="number"
          domain={[0, top]}
          ticks={[0, p.dose, 2 * p.dose, 3 * p.dose]}
          stroke="var(--soft)"
          label={axis("mJ/cm²", -90)}
        />
        <ReferenceLine
          y={p.dose}
          stroke="var(--ink)"
          strokeDasharray="6 4"
          label={mark("asked for", "insideTopLeft")}
        />
        {p.peak === undefined ? null : (
          <ReferenceLine x={flow(p.peak)} stroke="var(--ink)" strokeWidth={2} label={mark("peak")} />
        )}
        <Line dataKey="dose" dot={false} isAnimationActive={false} stroke="var(--water)" strokeWidth={2.6} />
      </LineChart>
    </Frame>
  );
}
