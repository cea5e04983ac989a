import { listMeters } from "#server/meters/meters.ts";

/** The bench meters that may be asked. */
export async function loader() {
  return { meters: await listMeters() };
}
