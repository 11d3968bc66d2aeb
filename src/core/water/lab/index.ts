export * from "./table";
export * from "./read";
export { plain } from "./text";
export type { Decimal } from "./value";
