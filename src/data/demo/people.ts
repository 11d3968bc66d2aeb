/** Whoever is of this domain is made up: a database with anybody else in it is no demo. */
export const DEMO_DOMAIN = "saltmarsh.example";

/** The people of the demo's company; who they are in their address. */
export const demoPeople = [
  { name: "Imke Vos", who: "imke", role: "planner" },
  { name: "Tobias Rell", who: "tobias", role: "installer" },
  { name: "Adaeze Quill", who: "adaeze", role: "installer" },
  { name: "Sunniva Park", who: "sunniva", role: "apprentice" },
  { name: "Saltmarsh office", who: "office", role: "owner" },
] as const;
