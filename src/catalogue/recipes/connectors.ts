export const connectors = {
  tightening: "Coupling nuts hand-tight",
  sealant: "No sealant on their seals",
  details: ["House end first, then bend, then the unit", "Not bent twice, not over-tight"],
};
