import {
  browserSupportsWebAuthn,
  startAuthentication,
  type PublicKeyCredentialRequestOptionsJSON,
} from "@simplewebauthn/browser";
import { useState } from "react";
import { Button } from "./Button.tsx";
import { askPasskey, postPasskey } from "./postPasskey.ts";
import { useAlive } from "./useAlive.ts";

/** Signs in with a passkey of this device, where the browser has such a thing. @param to where to go on */
export function PasskeySignIn({ to }: { to: string }) {
  const alive = useAlive();
  const [said, setSaid] = useState<string>();
  if (!alive || !browserSupportsWebAuthn()) return null;
  const signIn = async () => {
    setSaid(undefined);
    try {
      const optionsJSON = await askPasskey<PublicKeyCredentialRequestOptionsJSON>("/passkey");
      await postPasskey("/passkey", { answer: await startAuthentication({ optionsJSON }) });
      // A whole page anew: all that it shows is somebody else's now.
      window.location.assign(to);
    } catch (error) {
      const { name, message } = error as Error;
      setSaid(name === "NotAllowedError" ? "No passkey was given. Sign in with the passphrase." : message);
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-rule pt-4">
      <Button onClick={() => void signIn()}>Use a passkey</Button>
      {said !== undefined && (
        <p role="alert" className="font-semibold text-hazard">
          {said}
        </p>
      )}
    </div>
  );
}
