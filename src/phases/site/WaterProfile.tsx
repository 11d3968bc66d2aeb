import { surveyFields } from "@/catalogue/survey";
import { waterProfile, type TrainJudgement } from "@/core/train";
import { printMeasured, type UnitSystem } from "@/core/units";
import type { Water, WaterKey } from "@/core/water";
import { inSentence } from "@/core/words";
import type { LineStation } from "@/ui/line/station";
import { Qty } from "@/ui/Qty";

const keys: readonly WaterKey[] = [
  "hardness",
  "iron",
  "manganese",
  "chlorine",
  "chloramine",
  "turbidity",
  "tds",
  "nitrate",
  "lead",
  "copper",
  "sulphide",
  "ph",
  "alkalinity",
  "tannin",
  "uvt",
  "temperature",
];
const fieldOf = (key: WaterKey) => surveyFields.get(`water.${key}`)!;
const quantityOf = (key: WaterKey) => {
  const f = fieldOf(key);
  return f.kind === "quantity" ? f.quantity : "concentration";
};

/** What each unit does to the water, as its line on the Line. */
export function withChanges(
  stations: readonly LineStation[],
  judged: TrainJudgement,
  raw: Water,
  profile: UnitSystem,
): LineStation[] {
  const { rows } = waterProfile(judged, keys, raw);
  const order = new Map(judged.stations.map((s, i) => [s.key, i + 1]));
  return stations.map((s) => {
    const n = order.get(s.key);
    if (n === undefined) return s;
    const told = rows
      .filter((r) => r.changed[n] && r.values[n])
      .map(
        (r) =>
          `${inSentence(fieldOf(r.key).label)} ${printMeasured(r.values[n]!, quantityOf(r.key), profile)}`,
      );
    const station = judged.stations[n - 1]!;
    const { level: _, ...rest } = s;
    return {
      ...rest,
      line:
        [...(disinfectsAt(station) ? ["disinfects"] : []), ...told].slice(0, 3).join(", ") ||
        "leaves it as it is",
    };
  });
}

type Station = TrainJudgement["stations"][number];

const disinfectsAt = (s: Station) => s.markOut === "disinfected" && s.markIn !== "disinfected";

/** What is known of bacteria in the raw water. */
function bacteriaIn({ ecoli, coliform }: Water): "present" | "absent" | "unknown" {
  if (ecoli === "present" || coliform === "present") return "present";
  return ecoli === "absent" && coliform === "absent" ? "absent" : "unknown";
}

/** A row of the table: its name, and what is there at the main and behind each station. */
function ProfileRow({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <tr>
      <th scope="row" className="text-left font-normal">
        {label}
      </th>
      {children}
    </tr>
  );
}

const Unknown = () => <span className="text-soft">unknown</span>;

/** Where sodium is added, and how much of it there is. */
function SodiumRow({ stations }: { stations: readonly Station[] }) {
  return (
    <ProfileRow label="Sodium added">
      <td className="figure text-soft">—</td>
      {stations.map((s) => (
        <td
          key={s.key}
          className={`figure ${s.waterOut.sodiumAdded !== s.waterIn.sodiumAdded ? "font-semibold" : "text-soft"}`}
        >
          {s.waterOut.sodiumAdded ? <Qty>{`${Math.round(s.waterOut.sodiumAdded)} mg/L`}</Qty> : "—"}
        </td>
      ))}
    </ProfileRow>
  );
}

/** Where bacteria are, and where they are inactivated. */
function BacteriaRow({ stations, raw }: { stations: readonly Station[]; raw: Water }) {
  const bacteria = bacteriaIn(raw);
  return (
    <ProfileRow label="Bacteria">
      <td className="figure">{bacteria === "unknown" ? <Unknown /> : bacteria}</td>
      {stations.map((s) => (
        <td key={s.key} className={`figure ${disinfectsAt(s) ? "font-semibold" : "text-soft"}`}>
          {s.markOut === "disinfected" ? "inactivated" : bacteria}
        </td>
      ))}
    </ProfileRow>
  );
}

/** The water behind every station, as a table; what a unit changed stands out. */
export function WaterProfile({
  judged,
  raw,
  profile,
}: {
  judged: TrainJudgement;
  raw: Water;
  profile: UnitSystem;
}) {
  const { rows } = waterProfile(judged, keys, raw);
  if (judged.stations.length === 0)
    return (
      <p className="text-soft">Once units stand on the Line, the water behind each of them is shown here.</p>
    );
  if (rows.length === 0) return <p className="text-soft">Nothing of the water is known yet.</p>;
  const sodium = judged.stations.some((s) => s.waterOut.sodiumAdded);
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Water behind every station">
      <table className="plain" data-profile>
        <caption className="visually-hidden">The water along the train</caption>
        <thead>
          <tr>
            <th scope="col">Behind</th>
            <th scope="col" className="figure">
              main
            </th>
            {judged.stations.map((s) => (
              <th key={s.key} scope="col" className="figure">
                {s.placement.connects === "line" ? "" : "↳ "}
                {s.model.code}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <ProfileRow key={r.key} label={fieldOf(r.key).label}>
              {r.values.map((v, i) => (
                <td
                  key={i}
                  className={`figure ${r.changed[i] ? "font-semibold" : i === 0 ? "" : "text-soft"}`}
                >
                  {v ? <Qty>{printMeasured(v, quantityOf(r.key), profile)}</Qty> : <Unknown />}
                </td>
              ))}
            </ProfileRow>
          ))}
          {sodium ? <SodiumRow stations={judged.stations} /> : null}
          <BacteriaRow stations={judged.stations} raw={raw} />
        </tbody>
      </table>
    </div>
  );
}
