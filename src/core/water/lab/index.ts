export * from "./table";
export * from "./read";
export { plain } from "./text";
export { decimalOf, labValue, type Decimal } from "./value";
