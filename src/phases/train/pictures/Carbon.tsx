import { CartesianGrid, Line, LineChart, ReferenceLine, YAxis } from "recharts";
import { inProfile, print, type UnitSystem } from "@/core/units";
import { ColumnHeads } from "@/ui/ColumnHeads";
import type { Picture } from "../pictureOf";
import { axis, Band, FlowAxis, Frame, margin, mark, roundUp, steps, tick } from "./Frame";

type CarbonPicture = Extract<Picture, { of: "carbon" }>;

/** The same in figures. */
function CarbonTable({ p, profile }: { p: CarbonPicture; profile: UnitSystem }) {
  const rows = [
    ["continuous", p.continuous],
    ["peak", p.peak],
  ] as const;
  return (
    <table className="plain">
      <ColumnHeads
        caption="Contact time in the carbon"
        columns={["At", { figure: "flow" }, { figure: "in the carbon" }]}
      />
      <tbody>
        {rows.map(([name, q]) =>
          q === undefined ? null : (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td className="figure">{print(q, "flow", profile)}</td>
              <td className="figure">{(p.mediaLitres / q).toFixed(1)} min</td>
            </tr>
          ),
        )}
        <tr>
          <th scope="row">Good up to</th>
          <td className="figure">{print(p.mediaLitres / p.good, "flow", profile)}</td>
          <td className="figure">{p.good} min</td>
        </tr>
      </tbody>
    </table>
  );
}

/** Contact time against flow, with what the water needs. */
export function Carbon({ p, profile }: { p: CarbonPicture; profile: UnitSystem }) {
  const flow = (l: number) => inProfile(l, "flow", profile);
  const far = 1.3 * Math.max(p.peak ?? 0, p.mediaLitres / p.check);
  const end = roundUp(flow(far));
  const top = Math.ceil(3 * p.good);
  const points = steps(p.mediaLitres / top, (far * end) / flow(far)).map((q) => ({
    flow: flow(q),
    minutes: p.mediaLitres / q,
  }));
  return (
    <Frame
      id="carbon-picture"
      title="Contact time against flow"
      lead={`Water needs time in the carbon: ${p.good} min for ${p.against} at continuous flow is Good, under ${p.check} is a Stop; at peak half of ${p.good} will do.`}
      twin={<CarbonTable p={p} profile={profile} />}
    >
      <LineChart accessibilityLayer={false} data={points} margin={margin}>
        <CartesianGrid stroke="var(--hair)" />
        <Band from={p.good} to={top} across={[0, end]} level="good" says="Good" />
        <Band from={0} to={p.check} across={[0, end]} level="stop" says="too short" />
        <FlowAxis end={end} profile={profile} />
        <YAxis
          type="number"
          domain={[0, top]}
          stroke="var(--soft)"
          tickFormatter={tick}
          label={axis("minutes", -90)}
        />
        {p.continuous === undefined ? null : (
          <ReferenceLine
            x={flow(p.continuous)}
            stroke="var(--ink)"
            strokeWidth={2}
            label={mark("continuous")}
          />
        )}
        {p.peak === undefined ? null : (
          <ReferenceLine x={flow(p.peak)} stroke="var(--ink)" strokeDasharray="6 4" label={mark("peak")} />
        )}
        <Line
          dataKey="minutes"
          dot={false}
          isAnimationActive={false}
          stroke="var(--water)"
          strokeWidth={2.6}
        />
      </LineChart>
    </Frame>
  );
}
