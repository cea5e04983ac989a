import { useLocation } from "react-router";
import { buttonClass } from "./Button.tsx";

/** Where a page was asked for and nobody is signed in any more. What was entered waits in this browser. */
export function SignedOut() {
  const { pathname, search } = useLocation();
  return (
    <main className="mx-auto max-w-2xl p-6 pt-16">
      <h1 className="border-b-2 border-ink pb-3 text-[1.75rem] font-bold">Nobody is signed in here</h1>
      <p className="py-4 text-lg">
        The sign-in has ended, or was ended elsewhere. What you entered waits in this browser, and is sent
        once you are back.
      </p>
      <a href={`/sign-in?to=${encodeURIComponent(pathname + search)}`} className={buttonClass("main")}>
        Sign in
      </a>
    </main>
  );
}
