export * from "./survey";
export * from "./answer";
export * from "./demand";
export * from "./facts";
export { companySchema, savedCompanySchema, type Company } from "./company";
export * from "./asked";
export * from "./obstacles";
