import { CartesianGrid, Line, LineChart, ReferenceDot, XAxis, YAxis } from "recharts";
import { softenerChoice, type SoftenerChoice } from "@/core/treatment";
import { figure, print, unitName, type UnitSystem } from "@/core/units";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { VerdictMark } from "@/ui/VerdictMark";
import type { Picture } from "../pictureOf";
import { axis, Band, Frame, margin, steps } from "./Frame";

type SoftenerPicture = Extract<Picture, { of: "softener" }>;

const dashes = ["2 4", "", "9 4"] as const;
/** How the line of a size is drawn: this one's stands out, the next smaller and larger ones' are broken. */
const strokeOf = (size: number, here: number) => ({
  stroke: size === here ? "var(--water)" : "var(--ink)",
  strokeWidth: size === here ? 2.6 : 1.6,
  strokeDasharray: dashes[size - here + 1],
});

/** What a setting gives: days between regenerations, salt and brine water in a year. */
function SettingCells({
  choice,
  profile,
  children,
}: {
  choice: SoftenerChoice;
  profile: UnitSystem;
  children?: React.ReactNode;
}) {
  return (
    <>
      <td className="figure">
        {choice.interval ?? "—"}
        {children}
      </td>
      <td className="figure">
        {choice.saltKg === undefined ? "—" : print(choice.saltKg, "mass", profile, 0)}
      </td>
      <td className="figure">
        {choice.brineL === undefined ? "—" : print(choice.brineL, "volume", profile, 0)}
      </td>
    </>
  );
}

/** The same in figures. */
function SizesTable({ p, here, profile }: { p: SoftenerPicture; here: number; profile: UnitSystem }) {
  return (
    <table className="plain">
      <ColumnHeads
        caption="Sizes of softener side by side"
        columns={[
          "Size",
          "drawn",
          { figure: unitName("saltDose", profile) },
          { figure: "days" },
          { figure: "salt a year" },
          { figure: "brine water" },
        ]}
      />
      <tbody>
        {p.chosen ? (
          <tr className="font-semibold">
            <th scope="row">as designed</th>
            <td>●</td>
            <td className="figure">{figure(p.salt, "saltDose", profile)}</td>
            <SettingCells choice={p.chosen} profile={profile} />
          </tr>
        ) : null}
        {p.sizes.map((s, i) => (
          <tr key={s.resinFt3} data-size={s.resinFt3}>
            <th scope="row">
              {s.code ?? "none offered"}, {print(s.resinFt3, "resin", profile)}
              {s.resinFt3 === p.proposed ? <span className="block text-sm text-soft">proposed</span> : null}
            </th>
            <td>
              <svg width="40" height="10" aria-hidden="true">
                <path d="M0 5h40" {...strokeOf(i, here)} />
              </svg>
            </td>
            <td className="figure">{figure(s.best.saltLbPerFt3, "saltDose", profile)}</td>
            <SettingCells choice={s.best} profile={profile}>
              {" "}
              <VerdictMark level={s.best.level}>{null}</VerdictMark>
            </SettingCells>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Interval against salt setting for this size and the next ones, and what each costs in a year. */
export function Softener({ p, profile }: { p: SoftenerPicture; profile: UnitSystem }) {
  const salts = steps(6, 15, 90);
  const points = salts.map((salt) => ({
    salt,
    ...Object.fromEntries(
      p.sizes.map((s) => [`r${s.resinFt3}`, softenerChoice(s.resinFt3, salt, p.site)?.interval ?? 0]),
    ),
  }));
  const here = p.sizes.findIndex((s) => s.resinFt3 === p.resinFt3);
  return (
    <Frame
      below
      id="softener-picture"
      title="Days between regenerations against salt"
      lead="More salt or more resin lengthens the interval; the band is where it is Good. Each size stands at its own best setting."
      twin={<SizesTable p={p} here={here} profile={profile} />}
    >
      <LineChart accessibilityLayer={false} data={points} margin={margin}>
        <CartesianGrid stroke="var(--hair)" />
        <Band from={3} to={14} across={[6, 15]} level="good" says="Good" />
        <XAxis
          type="number"
          dataKey="salt"
          domain={[6, 15]}
          ticks={[6, 8, 10, 12, 15]}
          stroke="var(--soft)"
          tickFormatter={(salt: number) => figure(salt, "saltDose", profile)}
          label={axis(`salt for so much resin, ${unitName("saltDose", profile)}`)}
        />
        <YAxis
          type="number"
          domain={[0, 15]}
          ticks={[0, 3, 7, 14]}
          stroke="var(--soft)"
          label={axis("days", -90)}
        />
        {p.sizes.map((s, i) => (
          <Line
            key={s.resinFt3}
            dataKey={`r${s.resinFt3}`}
            type="stepAfter"
            dot={false}
            isAnimationActive={false}
            {...strokeOf(i, here)}
          />
        ))}
        {p.chosen?.interval === undefined ? null : (
          <ReferenceDot x={p.salt} y={p.chosen.interval} r={6} fill="var(--water)" stroke="var(--paper)" />
        )}
      </LineChart>
    </Frame>
  );
}
