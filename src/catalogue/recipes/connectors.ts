/** Flexible connectors between a unit's head and the pipe, by the house's schools (handbook 1, Schools). */
export const connectors = {
  tightening: "{school.coupling}",
  sealant: "No sealant on their seals; on pipe threads: {school.threads}",
  details: [
    "{school.connector}",
    "Bent once and not tightly; a connector that would stand in the tank's way: a male adapter and a quarter turn down",
    "A pipe narrower than the head's port: its transition at the pipe, not at the head",
  ],
  lists: ["ports" as const],
};
