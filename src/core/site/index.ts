export * from "./survey";
export * from "./facts";
export { companySchema, type Company } from "./company";
