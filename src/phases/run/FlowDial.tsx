import { figure, print, unitName, type UnitSystem } from "@/core/units";

/** The band that a flow must keep to, and where the measured flow stands in it. Flows in L/min. */
export function FlowDial({
  band,
  flow,
  profile,
}: {
  band: { readonly low: number; readonly high: number };
  flow: number | undefined;
  profile: UnitSystem;
}) {
  const scale = band.high * 2;
  const x = (q: number) => 3.5 * Math.min(100, (100 * q) / scale);
  const said = (q: number) => print(q, "flow", profile);
  return (
    <svg
      viewBox="0 0 350 78"
      className="w-full max-w-xl"
      role="img"
      aria-label={`Wanted: ${said(band.low)} to ${said(band.high)}${flow === undefined ? "" : `; measured ${said(flow)}`}`}
    >
      <rect x="0" y="30" width="350" height="14" fill="var(--hair)" />
      <rect x={x(band.low)} y="30" width={x(band.high) - x(band.low)} height="14" fill="var(--good)" />
      {flow === undefined ? null : (
        <>
          <path d={`M${x(flow)} 20v34`} stroke="var(--ink)" strokeWidth="3" />
          <text
            x={Math.min(290, Math.max(0, x(flow) - 30))}
            y="14"
            fontSize="17"
            fontWeight="600"
            fill="var(--ink)"
            className="num"
          >
            {said(flow)}
          </text>
        </>
      )}
      <g fontSize="14" fill="var(--soft)" className="num">
        <text x="0" y="66">
          0
        </text>
        <text x={x(band.low)} y="66" textAnchor="middle">
          {figure(band.low, "flow", profile)}
        </text>
        <text x={x(band.high)} y="66" textAnchor="middle">
          {figure(band.high, "flow", profile)}
        </text>
        <text x="350" y="66" textAnchor="end">
          {figure(scale, "flow", profile)} {unitName("flow", profile)}
        </text>
      </g>
    </svg>
  );
}
