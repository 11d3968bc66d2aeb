import type { Fixture } from "../site";

/** An outlet of the house, by what is written on the list: where it is, and which water. */
interface Fitting {
  readonly name: string;
  readonly hot: boolean;
}
const fittings: Partial<Record<Fixture, readonly Fitting[]>> = {
  kitchenSink: [{ name: "Kitchen tap", hot: true }],
  bathroomGroup: [
    { name: "Lavatory tap", hot: true },
    { name: "Bathtub or shower", hot: true },
    { name: "Toilet", hot: false },
  ],
  lavatory: [{ name: "Lavatory tap", hot: true }],
  bathtub: [{ name: "Bathtub", hot: true }],
  shower: [{ name: "Shower", hot: true }],
  toilet: [{ name: "Toilet", hot: false }],
  dishwasher: [{ name: "Dishwasher's valve", hot: false }],
  clothesWasher: [{ name: "Washing machine's taps", hot: true }],
  laundryTray: [{ name: "Laundry tap", hot: true }],
  hoseBib: [{ name: "Outdoor tap", hot: false }],
};

/**
 * Every outlet of a house that its treated water reaches, cold and hot, in the order of a walk; fixtures of
 * a kind are numbered. Outdoor taps only where they are taken off behind the treatment. Faucets of
 * drinking-water branches are no fixtures and are not among them (handbook 9, Disinfection).
 */
export function outletsOf(
  fixtures: Readonly<Partial<Record<Fixture, number>>>,
  { hasHot, outdoorBehind }: { readonly hasHot: boolean; readonly outdoorBehind: boolean },
): string[] {
  const names = (Object.keys(fittings) as Fixture[])
    .filter((kind) => kind !== "hoseBib" || outdoorBehind)
    .flatMap((kind) => Array.from({ length: fixtures[kind] ?? 0 }, () => fittings[kind]!).flat());
  const total = (name: string) => names.filter((f) => f.name === name).length;
  const counted = new Map<string, number>();
  return names.flatMap(({ name, hot }) => {
    const nth = (counted.get(name) ?? 0) + 1;
    counted.set(name, nth);
    const one = total(name) > 1 ? `${name} ${nth}` : name;
    return hot && hasHot ? [`${one}, cold`, `${one}${HOT}`] : [hot ? `${one}, cold` : one];
  });
}
const HOT = ", hot";
/** Is an outlet of the list one of hot water. */
export const isHotOutlet = (name: string): boolean => name.endsWith(HOT);
