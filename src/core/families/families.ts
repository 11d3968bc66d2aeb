import type { NeedId } from "../water";
import type { AnyRule, Figures, Text } from "../words";
import { answeredBy } from "./effects";
import type { Family, ServiceItem } from "./family";
import type { UnitService } from "./fit";
import { limitRules } from "./limits";
import { families } from "./list";
import type { Connects, UnitModel } from "./unit";

const byId: ReadonlyMap<string, Family> = new Map(families.map((f) => [f.id, f]));

/** The family of a unit. Throws for one that is not registered: the schema lets no such unit in. */
export function familyOf(model: Pick<UnitModel, "family" | "code">): Family {
  const found = byId.get(model.family);
  if (!found) throw new Error(`unit ${model.code} is of the family ${model.family}, which is not registered`);
  return found;
}

/** Where a unit connects (handbook 9): as it states, else as its family usually does. */
export const connectionOf = (model: UnitModel): Connects => model.connects ?? familyOf(model).connects(model);

/** Every rule that a unit is judged by: its family's own, those that families share, and the limits of its feed. */
export const unitRules: readonly AnyRule[] = [
  ...new Set([...families.flatMap((f) => f.rules), ...limitRules]),
];

/** Needs of the house's water that a unit answers. */
export const answersOf = (model: UnitModel): readonly NeedId[] =>
  familyOf(model).answers?.(model) ?? answeredBy(model);

const everyMonths = (months: number): string => {
  if (months < 1) return "every week";
  return months === 1 ? "every month" : `every ${months} months`;
};
/** When something is due, by what the unit states: so many months, litres or hours, whichever comes first. */
function dueOf({ months, litres, hours }: UnitService): Text {
  const parts = [
    ...(months === undefined ? [] : [everyMonths(months)]),
    ...(litres === undefined ? [] : ["after {litres}"]),
    ...(hours === undefined ? [] : ["after {hours} hours of its lamp"]),
  ];
  const of: Figures = {
    ...(litres === undefined ? {} : { litres: { value: litres, quantity: "volume", digits: 0 } }),
    ...(hours === undefined ? {} : { hours: { value: hours, quantity: "plain" } }),
  };
  return { text: parts.length > 1 ? `${parts.join(" or ")}, whichever is first` : parts.join(""), of };
}

/** What has to be done later at a unit: as the unit states it, else as its family does; and what follows its start. */
export function serviceOf(model: UnitModel): readonly ServiceItem[] {
  const { service, followUps = [] } = familyOf(model);
  const own = model.fit?.service.map((item) => ({ what: item.what, when: dueOf(item) }));
  return [...(own && own.length > 0 ? own : service), ...followUps];
}

/** What people choose a family by: the identifier and the name of each, in the order of the list. */
export const familyNames: readonly { readonly id: string; readonly label: string }[] = families.map(
  ({ id, label }) => ({ id, label }),
);
