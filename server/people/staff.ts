import { z } from "zod";
import { execute, many, maybeOne, transaction } from "../database/query.ts";
import { pool } from "../database/pool.ts";
import { shopOfWork } from "../database/shopOfWork.ts";
import { putAccountLetter } from "../outbox/outbox.ts";
import { slug } from "../units/slug.ts";
import { audit } from "./audit.ts";
import { makeLink } from "./links.ts";
import { ROLES, type Role } from "./people.ts";
import { endSessionsOf } from "./sessions.ts";

/** Somebody as a lead sees them. */
export interface Member {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly left: boolean;
  /** Has a passphrase of their own. */
  readonly signsIn: boolean;
  /** Devices where they are signed in. */
  readonly devices: number;
}

export function listStaff(): Promise<Member[]> {
  return many<Member & Record<string, unknown>>(
    pool(),
    `SELECT p.id, p.name, p.role, p.left_at IS NOT NULL AS left, p.passphrase IS NOT NULL AS "signsIn",
            (SELECT count(*)::int FROM sessions s WHERE s.person_id = p.id) AS devices
       FROM people p WHERE NOT p.elsewhere ORDER BY p.left_at IS NOT NULL, p.added_at, p.name`,
  );
}

export const newMember = z.object({
  name: z.string().trim().min(2, "Write the name out.").max(80, "Keep the name under 80 characters."),
  role: z.enum(ROLES, { error: "Choose what they do here." }),
});

/** What came of a change: a sentence, and the path of a link where one was made. */
export type StaffResult =
  | { readonly ok: true; readonly said: string; readonly link?: string }
  | { readonly ok: false; readonly said: string; readonly status: 404 | 409 };

const NOBODY = { ok: false, said: "Nobody of that name works here.", status: 404 } as const;
const LAST_LEAD = {
  ok: false,
  said: "Somebody has to be the lead: make another one first.",
  status: 409,
} as const;

/** Adds somebody, with an invitation to choose a passphrase. */
export function addMember({ name, role }: z.infer<typeof newMember>): Promise<StaffResult> {
  return transaction(async (client): Promise<StaffResult> => {
    const wanted = slug(name).slice(0, 30);
    const { taken } = (await maybeOne<{ taken: string[] }>(
      client,
      "SELECT coalesce(array_agg(id), '{}') AS taken FROM people WHERE id = $1 OR id LIKE $1 || '-%'",
      [wanted],
    ))!;
    let id = wanted;
    for (let n = 2; taken.includes(id); n++) id = `${wanted}-${n}`;
    await execute(client, "INSERT INTO people (id, name, role, elsewhere) VALUES ($1, $2, $3, false)", [
      id,
      name,
      role,
    ]);
    const link = await makeLink(client, id, "invitation");
    await audit(client, "invited", `${name}, ${role}`);
    await putAccountLetter(client, { id, name }, `${name}: an invitation to Zygodrome`, link, "seven days");
    return {
      ok: true,
      said: `${name} is on the list, and signs in to “${shopOfWork()}” as “${id}”. This link lets them in the first time, within seven days.`,
      link,
    };
  });
}

/** Makes a link by which somebody chooses a passphrase: their first, or another. */
export function inviteMember(id: string): Promise<StaffResult> {
  return transaction(async (client): Promise<StaffResult> => {
    const who = await memberOf(client, id);
    if (!who || who.left) return NOBODY;
    const link = await makeLink(client, id, who.signsIn ? "reset" : "invitation");
    await audit(client, "invited", who.name);
    return {
      ok: true,
      said: `This link lets ${who.name} in once, ${who.signsIn ? "within an hour" : "within seven days"}.`,
      link,
    };
  });
}

/** Gives somebody another role. Somebody has to be the lead. */
export function changeRole(id: string, role: Role): Promise<StaffResult> {
  return transaction(async (client): Promise<StaffResult> => {
    const who = await memberOf(client, id);
    if (!who) return NOBODY;
    if (role !== "lead" && !(await isOtherLead(client, id))) return LAST_LEAD;
    await execute(client, "UPDATE people SET role = $2 WHERE id = $1", [id, role]);
    await audit(client, "changed a role", `${who.name}: ${who.role} to ${role}`);
    return { ok: true, said: "Saved for the whole shop." };
  });
}

/** Somebody leaves: signed out everywhere, and no longer offered; what they recorded stays under their name. Or comes back. */
export function setLeft(id: string, left: boolean): Promise<StaffResult> {
  return transaction(async (client): Promise<StaffResult> => {
    const who = await memberOf(client, id);
    if (!who) return NOBODY;
    if (left && !(await isOtherLead(client, id))) return LAST_LEAD;
    await execute(client, "UPDATE people SET left_at = CASE WHEN $2 THEN now() END WHERE id = $1", [
      id,
      left,
    ]);
    if (left) {
      await endSessionsOf(client, id);
      await execute(client, "DELETE FROM sign_in_links WHERE person_id = $1 AND used_at IS NULL", [id]);
      await execute(client, "DELETE FROM passkeys WHERE person_id = $1", [id]);
    }
    await audit(client, left ? "let somebody go" : "took somebody back", who.name);
    return {
      ok: true,
      said: left
        ? `${who.name} works here no more, and is signed out everywhere. What they recorded stays.`
        : `${who.name} works here again.`,
    };
  });
}

/** Signs somebody out on every device. */
export function signOutEverywhere(id: string): Promise<StaffResult> {
  return transaction(async (client): Promise<StaffResult> => {
    const who = await memberOf(client, id);
    if (!who) return NOBODY;
    const devices = await endSessionsOf(client, id);
    await audit(client, "signed out everywhere", who.name);
    return {
      ok: true,
      said: `${who.name} is signed out on ${devices === 1 ? "one device" : `${devices} devices`}.`,
    };
  });
}

type Client = Parameters<Parameters<typeof transaction>[0]>[0];

function memberOf(on: Client, id: string) {
  return maybeOne<{ name: string; role: Role; left: boolean; signsIn: boolean }>(
    on,
    `SELECT name, role, left_at IS NOT NULL AS left, passphrase IS NOT NULL AS "signsIn" FROM people
      WHERE id = $1 AND NOT elsewhere`,
    [id],
  );
}

/**
 * Whether somebody else leads. The leads are locked, always in one order and before anything else, so that two of them cannot make
 * each other the last, nor wait for each other.
 */
async function isOtherLead(on: Client, id: string): Promise<boolean> {
  const leads = await many<{ id: string }>(
    on,
    "SELECT id FROM people WHERE role = 'lead' AND NOT elsewhere AND left_at IS NULL ORDER BY id FOR UPDATE",
  );
  return leads.some((l) => l.id !== id);
}
