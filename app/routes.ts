import { index, layout, route, type RouteConfig } from "@react-router/dev/routes";

export default [
  layout("routes/shop.tsx", [
    index("routes/board.tsx"),
    route("jobs/new", "routes/start-job.tsx"),
    route("units/new", "routes/trace.tsx", { id: "trace-new" }),
    route("units/new/list", "routes/wiring-list.tsx", { id: "list-new" }),
    route("units/:unit", "routes/unit.tsx"),
    route("units/:unit/list", "routes/wiring-list.tsx"),
    route("units/:unit/trace", "routes/trace.tsx"),
    route("tests", "routes/tests.tsx"),
    route("tests/sheet", "routes/sheet.tsx"),
    route("tests/:test", "routes/test.tsx"),
    route("strip", "routes/strip.tsx"),
    route("jobs/:job/report", "routes/report.tsx"),
  ]),
  route("units/:unit/wiring", "routes/unit-wiring.tsx"),
  route("jobs/:job", "routes/job.tsx"),
  route("jobs/:job/events", "routes/job-events.ts"),
  route("stream", "routes/stream.ts"),
  route("jobs/:job/files", "routes/job-files.ts"),
  route("files/:file", "routes/file.ts"),
  route("dictionaries/:engine/:hash", "routes/dictionary.ts"),
  route("units/traced", "routes/units-traced.ts"),
  route("units/file", "routes/units-file.ts"),
  route("units/:unit/file", "routes/unit-file.ts"),
  route("settings/choices", "routes/choices.ts"),
] satisfies RouteConfig;
