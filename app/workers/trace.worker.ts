import { expose } from "comlink";
import { describeListProblem, wiredUnit } from "#core/trace/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { firstCheck, tracedView, worthMeasuring } from "#core/view/index.ts";
import type { TraceSource, TraceWorker } from "./traceProtocol.ts";

let opened: UnitModel | undefined;

function unitOf(source: TraceSource): UnitModel {
  if ("unit" in source) return source.unit;
  const { unit, problems } = wiredUnit({ id: "listed", name: "Unit", maker: "" }, source.list);
  if (!unit) throw new Error(problems.map(describeListProblem).join(" "));
  return unit.model;
}

const worker: TraceWorker = {
  async look(source) {
    return tracedView((opened = unitOf(source)));
  },
  async first() {
    if (!opened) throw new Error("No unit is open in the trace worker.");
    return firstCheck(opened);
  },
  async worth() {
    return opened && worthMeasuring(opened);
  },
};

expose(worker);
