import type { JobEvent } from "#core/job/index.ts";

/** What somebody did, to stand after a name: "closed the job". */
export function didText({ body }: JobEvent): string {
  switch (body.type) {
    case "band":
      return `declared the power ${body.band === "dead" ? "DEAD AND PROVEN" : body.band.toUpperCase()}`;
    case "retraction":
      return "retracted an entry";
    case "call":
      return "made a call";
    case "repaired":
      return "recorded a repair";
    case "jumper":
      return body.of === undefined ? "fitted a jumper" : "took a jumper off";
    case "setting":
      return body.when === "before" ? "noted a setting" : "set what was carried over";
    case "refitted":
      return "put a wire back";
    case "safety":
      return "entered a safety test";
    case "ordered":
      return "ordered a part";
    case "arrived":
      return "took in a part";
    case "moved":
      return "moved the job to another revision of the unit";
    case "experience":
      return "took the job in";
    case "learning":
      return body.on ? "used what the shop has learned" : "left aside what the shop has learned";
    case "closed":
      return "closed the job";
    default:
      return "added to the record";
  }
}
