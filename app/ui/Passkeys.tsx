import {
  browserSupportsWebAuthn,
  startRegistration,
  type PublicKeyCredentialCreationOptionsJSON,
} from "@simplewebauthn/browser";
import { useState } from "react";
import { useRevalidator } from "react-router";
import type { Passkey } from "#server/people/passkeys.ts";
import { Button } from "./Button.tsx";
import { Clock } from "./Clock.tsx";
import { askPasskey, postPasskey } from "./postPasskey.ts";
import { useAlive } from "./useAlive.ts";

/** Somebody's passkeys: one is added with what this device has for it, and removed. */
export function Passkeys({ list }: { list: readonly Passkey[] }) {
  const alive = useAlive();
  const { revalidate } = useRevalidator();
  const [said, setSaid] = useState<{ readonly text: string; readonly ok: boolean }>();
  const [busy, setBusy] = useState(false);
  const work = async (done: string, what: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await what();
      setSaid({ text: done, ok: true });
      await revalidate();
    } catch (error) {
      setSaid({ text: whyNot(error as Error), ok: false });
    } finally {
      setBusy(false);
    }
  };
  const add = () =>
    work("Kept. Next time sign in with it.", async () => {
      const optionsJSON = await askPasskey<PublicKeyCredentialCreationOptionsJSON>("/you/passkeys");
      await postPasskey("/you/passkeys", { answer: await startRegistration({ optionsJSON }) });
    });
  const canHave = !alive || browserSupportsWebAuthn();
  return (
    <section aria-labelledby="passkeys">
      <h2 id="passkeys" className="border-b border-rule pb-2 text-xl font-bold">
        Passkeys
      </h2>
      <p className="py-2">
        A passkey is kept by your phone, computer or security key, and opened by a finger, a face or its PIN.
        Nothing is typed that somebody could read.
      </p>
      <ul>
        {list.map(({ id, device, madeAt, usedAt }) => (
          <li key={id} className="flex items-center justify-between gap-3 border-b border-rule-faint py-1">
            <span>
              <b>{device}</b>, since <Clock at={madeAt} withDate />
              {usedAt ? (
                <>
                  , last used <Clock at={usedAt} withDate />
                </>
              ) : (
                ", never used"
              )}
            </span>
            <Button
              look="quiet"
              disabled={busy}
              aria-label={`Remove the passkey of ${device}`}
              onClick={() => void work("Removed.", () => postPasskey("/you/passkeys", { remove: id }))}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-center gap-3 pt-3">
        <Button disabled={busy || !alive || !canHave} onClick={() => void add()}>
          Add a passkey
        </Button>
        {!canHave && <p>This browser has no passkeys at this address. They need https, or localhost.</p>}
        {said && (
          <p role={said.ok ? "status" : "alert"} className={said.ok ? "" : "font-semibold text-hazard"}>
            {said.text}
          </p>
        )}
      </div>
    </section>
  );
}

/** What a browser's refusal means, in words. */
export function whyNot(error: Error): string {
  if (error.name === "InvalidStateError") return "This device has a passkey for you already.";
  if (error.name === "NotAllowedError") return "Nothing was kept: it was called off, or took too long.";
  return error.message;
}
