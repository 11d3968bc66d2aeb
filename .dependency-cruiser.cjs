/** Who may import whom: docs/architecture.md. */
const from = (room) => ({ path: `^src/${room}/` });
const forbid = (name, room, to, extra = {}) => ({
  name,
  severity: "error",
  from: { ...from(room), ...extra },
  to: { path: to },
});

/** Rooms of the core from right to left: a room imports what stands before it in this list, or beside it, never what comes after. */
const rooms = [
  ["units"],
  ["words"],
  ["water", "treatment"],
  ["site"],
  ["families", "readings"],
  ["plumbing"],
  ["fit"],
  ["train"],
  ["rig"],
  ["run"],
  ["job"],
  ["log"],
  ["record"],
];
const coreRooms = rooms.flatMap((beside, at) => {
  const later = rooms.slice(at + 1).flat();
  if (later.length === 0) return [];
  return beside.map((room) => ({
    name: `core-${room}-stands-right`,
    comment: "The order of the core's rooms: docs/architecture.md",
    severity: "error",
    from: { path: `^src/core/${room}/`, pathNot: "\\.test\\.ts$" },
    to: { path: `^src/core/(${later.join("|")})/` },
  }));
});

module.exports = {
  forbidden: [
    ...coreRooms,
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    forbid("core-stands-alone", "core", "^src/(?!core/)", { pathNot: "\\.test\\.ts$" }),
    {
      name: "core-has-no-interface-or-platform",
      severity: "error",
      from: { path: "^src/core/", pathNot: "\\.test\\.ts$" },
      to: {
        dependencyTypesNot: ["local", "type-only"],
        pathNot: "node_modules/(zod|epanet-js|highs|canonicalize|tinyqueue|minisearch)/|^src/core/",
      },
    },
    forbid("catalogue-is-data", "catalogue", "^src/(?!catalogue/|core/)"),
    forbid("data-below-server", "data", "^src/(?!data/|core/|catalogue/)"),
    forbid("ui-knows-no-data", "ui", "^src/(data|server|phases|app|catalogue)/"),
    forbid("server-below-phases", "server", "^src/(ui|phases|app|workers|standins)/"),
    forbid("phases-below-app", "phases", "^src/app/"),
    forbid("threads-make-documents", "threads", "^src/(app|server|data|workers)/"),
    {
      name: "threads-are-started-not-imported",
      severity: "error",
      from: { path: "^src/(?!threads/)" },
      to: { path: "^src/threads/", dependencyTypesNot: ["type-only"] },
    },
    forbid("workers-wrap-core", "workers", "^src/(?!workers/|core/)"),
    {
      name: "only-the-database-speaks-sql",
      severity: "error",
      from: { path: "^src/(app|phases|ui|core)/" },
      to: { path: "node_modules/(drizzle-orm|mysql2)/" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};
