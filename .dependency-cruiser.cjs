/** The architecture's boundaries. A violation fails `npm test`. */
const rule = (name, comment, from, to) => ({ name, comment, severity: "error", from, to });

module.exports = {
  forbidden: [
    rule(
      "core-is-pure",
      "core imports only itself, Zod, date-fns for times that it is given, and nothing that does I/O",
      { path: "^core/", pathNot: "\\.test\\.ts$" },
      { pathNot: "^core/|^node_modules/(zod|date-fns)/" },
    ),
    rule(
      "core-folders-have-one-way-in",
      "one core folder uses another through its index only",
      { path: "^core/([^/]+)/", pathNot: "\\.test\\.ts$" },
      { path: "^core/([^/]+)/", pathNot: "^core/$1/|^core/[^/]+/index\\.ts$" },
    ),
    rule(
      "core-one-way-in",
      "outside core, its folders are used through their index only",
      { path: "^(app|server|demo|bin)/", pathNot: "\\.test\\.ts$" },
      { path: "^core/", pathNot: "^core/[^/]+/index\\.ts$" },
    ),
    rule(
      "quantity-stands-alone",
      "the lowest layer",
      { path: "^core/quantity/", pathNot: "\\.test\\.ts$" },
      { path: "^core/", pathNot: "^core/quantity/" },
    ),
    rule(
      "circuit-knows-no-units",
      "the solver knows circuits, not equipment",
      { path: "^core/circuit/", pathNot: "\\.test\\.ts$" },
      { path: "^core/(unit|meter|diagnosis|job|entry|view)/" },
    ),
    rule(
      "unit-knows-no-diagnosis",
      "models do not depend on what is made of them",
      { path: "^core/(unit|meter)/", pathNot: "\\.test\\.ts$" },
      { path: "^core/(diagnosis|job|entry|view)/" },
    ),
    rule(
      "diagnosis-knows-no-jobs",
      "evidence in, chances out",
      { path: "^core/diagnosis/", pathNot: "\\.test\\.ts$" },
      { path: "^core/(job|entry|view)/" },
    ),
    rule(
      "job-knows-no-words",
      "the log is kept without what is typed and what is shown",
      { path: "^core/job/", pathNot: "\\.test\\.ts$" },
      { path: "^core/(entry|view)/" },
    ),
    rule(
      "entry-knows-no-views",
      "a line is understood without what is shown",
      { path: "^core/entry/", pathNot: "\\.test\\.ts$" },
      { path: "^core/view/" },
    ),
    rule(
      "server-knows-no-screens",
      "the server does not import the interface",
      { path: "^server/" },
      { path: "^app/" },
    ),
    rule(
      "client-code-reaches-no-server",
      "only routes (whose server half is split off) import the server; types may pass",
      { path: "^app/", pathNot: "^app/(routes|root)" },
      { path: "^server/", dependencyTypesNot: ["type-only"] },
    ),
    rule(
      "no-cycles",
      "a cycle hides who knows whom",
      {},
      { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    ),
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "node", "default"],
      extensions: [".ts", ".tsx", ".mjs", ".js"],
    },
  },
};
