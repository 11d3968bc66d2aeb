export * from "./kinds";
export * from "./reading";
export { handleAdvice, judgeTimedFlow } from "./timedFlow";
