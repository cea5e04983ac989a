import { setNonce } from "get-nonce";
import { startTransition, StrictMode } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";
import type { Language } from "#core/language/index.ts";
import { writerOfThisPage } from "./language/notationOfPage.ts";
import { speakBy } from "./language/tongue.ts";
import { translatorFor } from "./language/translators.ts";

// Dialogs hold the page behind them still by a style of their own, which needs the nonce too.
const nonce = document.querySelector<HTMLScriptElement>("script[nonce]")?.nonce;
if (nonce) setNonce(nonce);

// Browsers that have none work with a network only.
if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/sw.js").catch(() => undefined);

/** The page goes on in the language that the server wrote it in. */
const say = await translatorFor(document.documentElement.lang as Language);
speakBy(() => ({ say, write: writerOfThisPage() }));

startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  );
});
