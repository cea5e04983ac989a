import { data, Form, useNavigation } from "react-router";
import { lastAudited } from "#server/people/audit.ts";
import { ROLES } from "#server/people/people.ts";
import {
  addMember,
  changeRole,
  inviteMember,
  listStaff,
  newMember,
  setLeft,
  signOutEverywhere,
  type Member,
  type StaffResult,
} from "#server/people/staff.ts";
import { shopOfWork } from "#server/database/shopOfWork.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { Route } from "./+types/staff";
import { translated } from "../language/tongue.ts";
import { Button } from "../ui/Button.tsx";
import { Clock } from "../ui/Clock.tsx";
import { Field, inputClass } from "../ui/Field.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("People · Zygodrome") }];

export async function loader() {
  const [staff, audited] = await Promise.all([listStaff(), lastAudited()]);
  return { staff, audited, roles: ROLES, shop: shopOfWork() };
}

export async function action({ request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  if (uncleanText(form) !== undefined)
    return data({ ok: false, said: "That has characters which cannot be kept." }, { status: 400 });
  if (form["do"] === "add") {
    const parsed = newMember.safeParse(form);
    return parsed.success
      ? answer(await addMember(parsed.data))
      : data({ ok: false, said: parsed.error.issues.map((i) => i.message).join(" ") }, { status: 400 });
  }
  const of = typeof form["of"] === "string" ? form["of"] : "";
  switch (form["do"]) {
    case "role": {
      const role = ROLES.find((r) => r === form["role"]);
      return role
        ? answer(await changeRole(of, role))
        : data({ ok: false, said: "There is no such role." }, { status: 400 });
    }
    case "link":
      return answer(await inviteMember(of));
    case "sign out":
      return answer(await signOutEverywhere(of));
    case "leave":
      return answer(await setLeft(of, true));
    case "return":
      return answer(await setLeft(of, false));
    default:
      return data({ ok: false, said: "That is nothing that can be done here." }, { status: 400 });
  }
}

function answer(result: StaffResult) {
  return data(result, { status: result.ok ? 200 : result.status });
}

/** Who works here: what they may do, where they are signed in, and how somebody new comes in. */
export default function Staff({
  loaderData: { staff, audited, roles, shop },
  actionData,
}: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  const link = actionData && "link" in actionData ? actionData.link : undefined;
  return (
    <main className="mx-auto flex max-w-3xl flex-col gap-5 p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">People</h1>
      <p className="text-ink-soft">
        Everybody signs in to the shop <b className="reading text-ink">{shop}</b> with a name and a passphrase
        of their own. A lead adds people, changes settings and sets exercises. Who is learning works in
        Practice only.
      </p>
      {actionData && (
        <div
          role={actionData.ok ? "status" : "alert"}
          className={`border-l-4 py-1 pl-3 ${actionData.ok ? "border-here" : "border-hazard font-semibold text-hazard"}`}
        >
          <p>{actionData.said}</p>
          {link !== undefined && <LinkToCopy path={link} />}
        </div>
      )}
      <ul aria-label="Who works here">
        {staff.map((member) => (
          <MemberRow key={member.id} member={member} roles={roles} busy={busy} />
        ))}
      </ul>
      <section aria-labelledby="add">
        <h2 id="add" className="border-b border-rule pb-2 text-xl font-bold">
          Somebody new
        </h2>
        <Form
          key={link ?? "open"}
          method="post"
          className="grid items-end gap-3 pt-3 sm:grid-cols-[1fr_12rem_auto]"
        >
          <Field label="Name">
            {(aria) => <input {...aria} name="name" required maxLength={80} className={inputClass} />}
          </Field>
          <Field label="What they do here">
            {(aria) => (
              <select {...aria} name="role" defaultValue="technician" className={inputClass}>
                {roles.map((role) => (
                  <option key={role} value={role}>
                    {role}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <Button type="submit" name="do" value="add" look="main" disabled={busy}>
            Add and invite
          </Button>
        </Form>
      </section>
      <section aria-labelledby="audit">
        <h2 id="audit" className="border-b border-rule pb-2 text-xl font-bold">
          What was done
        </h2>
        {audited.length === 0 ? (
          <p className="py-2 text-ink-soft">Nothing yet. Sign-ins, invitations and changes stand here.</p>
        ) : (
          <ol className="max-h-80 overflow-auto" tabIndex={0} aria-label="The last entries, newest first">
            {audited.map((line) => (
              <li key={`${line.at} ${line.what}`} className="border-b border-rule-faint py-1.5">
                <Clock at={line.at} withDate /> <b>{line.person ?? "at the machine"}</b> {line.what}
                {line.about !== "" && <span className="text-ink-soft">: {line.about}</span>}
              </li>
            ))}
          </ol>
        )}
      </section>
    </main>
  );
}

/** A link is a key: shown once, to be handed on. */
function LinkToCopy({ path }: { path: string }) {
  return (
    <label className="flex flex-col gap-1 pt-1 font-semibold">
      Hand this on; it opens once
      <input
        readOnly
        value={typeof location === "undefined" ? path : new URL(path, location.origin).href}
        onFocus={(e) => e.target.select()}
        className={`${inputClass} reading font-normal`}
      />
    </label>
  );
}

function MemberRow({
  member: { id, name, role, left, signsIn, devices },
  roles,
  busy,
}: {
  member: Member;
  roles: readonly string[];
  busy: boolean;
}) {
  const devicesText = devices === 1 ? "on one device" : `on ${devices} devices`;
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-rule-faint py-2">
      <p className="min-w-40 grow">
        <strong className={left ? "line-through" : ""}>{name}</strong>{" "}
        <span className="reading text-ink-soft">{id}</span>
        <br />
        <span className="text-[0.9375rem] text-ink-soft">
          {left
            ? "works here no more"
            : !signsIn
              ? "has no passphrase yet"
              : devices === 0
                ? "signed in nowhere"
                : `signed in ${devicesText}`}
        </span>
      </p>
      {!left && <RoleForm id={id} name={name} role={role} roles={roles} busy={busy} />}
      <Form method="post" className="flex flex-wrap gap-x-1">
        <input type="hidden" name="of" value={id} />
        {!left && (
          <Button
            type="submit"
            name="do"
            value="link"
            look="quiet"
            disabled={busy}
            aria-label={`${signsIn ? "Reset link" : "Invite"}: ${name}`}
          >
            {signsIn ? "reset link" : "invite"}
          </Button>
        )}
        {devices > 0 && (
          <Button
            type="submit"
            name="do"
            value="sign out"
            look="quiet"
            disabled={busy}
            aria-label={`Sign out ${name} everywhere`}
          >
            sign out
          </Button>
        )}
        <Button
          type="submit"
          name="do"
          value={left ? "return" : "leave"}
          look="quiet"
          disabled={busy}
          aria-label={`${left ? "Works here again" : "Works here no more"}: ${name}`}
        >
          {left ? "works here again" : "has left"}
        </Button>
      </Form>
    </li>
  );
}

function RoleForm({
  id,
  name,
  role,
  roles,
  busy,
}: Pick<Member, "id" | "name" | "role"> & { roles: readonly string[]; busy: boolean }) {
  return (
    <Form method="post" className="flex items-center gap-2">
      <input type="hidden" name="of" value={id} />
      <select
        name="role"
        aria-label={`What ${name} does here`}
        defaultValue={role}
        className="min-h-11 border-[1.5px] border-ink bg-field px-2"
      >
        {roles.map((r) => (
          <option key={r} value={r}>
            {r}
          </option>
        ))}
      </select>
      <Button
        type="submit"
        name="do"
        value="role"
        disabled={busy}
        aria-label={`Change what ${name} does here`}
      >
        Change
      </Button>
    </Form>
  );
}
