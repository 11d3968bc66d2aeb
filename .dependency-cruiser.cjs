/** Who may import whom: docs/architecture.md. */
const from = (room) => ({ path: `^src/${room}/` });
const forbid = (name, room, to, extra = {}) => ({
  name,
  severity: "error",
  from: { ...from(room), ...extra },
  to: { path: to },
});

module.exports = {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    forbid("core-stands-alone", "core", "^src/(?!core/)", { pathNot: "\\.test\\.ts$" }),
    {
      name: "core-has-no-interface-or-platform",
      severity: "error",
      from: { path: "^src/core/", pathNot: "\\.test\\.ts$" },
      to: {
        dependencyTypesNot: ["local", "type-only"],
        pathNot: "node_modules/(zod|epanet-js|highs|canonicalize|tinyqueue)/|^src/core/",
      },
    },
    forbid("catalogue-is-data", "catalogue", "^src/(?!catalogue/|core/)"),
    forbid("data-below-server", "data", "^src/(?!data/|core/|catalogue/)"),
    forbid("ui-knows-no-data", "ui", "^src/(data|server|phases|app|catalogue)/"),
    forbid("server-below-phases", "server", "^src/(ui|phases|app|workers|standins)/"),
    forbid("phases-below-app", "phases", "^src/app/"),
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
