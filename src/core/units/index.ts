export * from "./examples";
export * from "./measured";
export * from "./parse";
export * from "./print";
export {
  GPG,
  GRAVITY,
  KPA_PER_METRE,
  LITRES_PER_GALLON,
  PATM,
  quantities,
  type Quantity,
  type UnitSystem,
} from "./quantities";
