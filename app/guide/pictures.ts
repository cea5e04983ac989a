import call from "../../docs/screenshots/call.png";
import componentTest from "../../docs/screenshots/component-test.png";
import job from "../../docs/screenshots/job.png";
import logbook from "../../docs/screenshots/logbook.png";
import practice from "../../docs/screenshots/practice.png";
import report from "../../docs/screenshots/report.png";
import startJob from "../../docs/screenshots/start-job.png";
import stripDown from "../../docs/screenshots/strip-down.png";
import trace from "../../docs/screenshots/trace.png";
import workshop from "../../docs/screenshots/workshop.png";

/** Pictures of the guide, as bin/screenshots.ts takes them. */
export const PICTURES = {
  call,
  "component-test": componentTest,
  job,
  logbook,
  practice,
  report,
  "start-job": startJob,
  "strip-down": stripDown,
  trace,
  workshop,
} as const;
export type PictureId = keyof typeof PICTURES;
