import { useContext } from "react";
import {
  isRouteErrorResponse,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useRouteLoaderData,
  type LinksFunction,
} from "react-router";
import { whoActs } from "#server/people/acting.ts";
import { listPeople } from "#server/people/people.ts";
import { readSettings } from "#server/shop/settings.ts";
import type { Route } from "./+types/root";
import { useWritingOfPage } from "./language/notationOfPage.ts";
import { Problem } from "./ui/Problem.tsx";
import { SignedOut } from "./ui/SignedOut.tsx";
import { Waiting } from "./ui/Waiting.tsx";
import { languageOf, readChoices } from "#server/people/choices.ts";
import { NonceContext } from "./nonce.ts";
import { Away } from "./offline/Away.tsx";
import { OFFLINE_PAGE } from "./offline/names.ts";
import { useKeptPages } from "./offline/useKeptPages.ts";
import styles from "./styles/app.css?url";

export const links: LinksFunction = () => [
  { rel: "stylesheet", href: styles },
  { rel: "icon", href: "/mark.svg", type: "image/svg+xml" },
  { rel: "apple-touch-icon", href: "/mark-192.png" },
  { rel: "manifest", href: "/manifest.webmanifest" },
];

export const meta: Route.MetaFunction = () => [{ title: "Zygodrome" }];

export async function loader({ request }: Route.LoaderArgs) {
  const choices = await readChoices(request);
  const language = languageOf(request, choices);
  const acting = whoActs();
  // Before a sign-in nothing of a shop is told, nor on the page that every browser keeps.
  if (!acting || new URL(request.url).pathname === OFFLINE_PAGE)
    return { choices, language, people: [], settings: undefined, signedIn: undefined };
  const [people, settings] = await Promise.all([listPeople(), readSettings()]);
  return { choices, language, people: people.filter((p) => !p.left), settings, signedIn: acting.person };
}

/** Who works here and how the page looks change by forms only; without an answer the page stays as it is. */
export const shouldRevalidate = ({ formAction }: { formAction?: string }) => formAction !== undefined;

export function Layout({ children }: { children: React.ReactNode }) {
  const data = useRouteLoaderData<typeof loader>("root");
  const nonce = useContext(NonceContext);
  useWritingOfPage();
  return (
    <html lang={data?.language ?? "en"} data-theme={data?.choices.theme}>
      <head>
        <meta charSet="utf-8" />
        <meta
          name="viewport"
          content="width=device-width, initial-scale=1, interactive-widget=resizes-content"
        />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function App() {
  useKeptPages();
  return <Outlet />;
}

/** A page's data could not be fetched at all: no network, or no server. Each browser has its own words for it. */
const isAway = (error: unknown) =>
  error instanceof TypeError && /failed to fetch|networkerror|load failed/iu.test(error.message);

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  if (isRouteErrorResponse(error) && error.status === 503)
    return <Waiting text={typeof error.data === "string" ? error.data : ""} />;
  if (isAway(error)) return <Away />;
  if (isRouteErrorResponse(error) && error.status === 401) return <SignedOut />;
  if (isRouteErrorResponse(error))
    return (
      <Problem
        title={error.status === 404 ? "Not found" : "This did not work"}
        text={
          typeof error.data === "string" && error.data !== ""
            ? error.data
            : "There is no page at this address."
        }
      />
    );
  return (
    <Problem
      title="The program made a mistake"
      text={`What was recorded is safe. Load the page again; if it stays, tell whoever runs this server: ${error instanceof Error ? error.message : String(error)}`}
    />
  );
}
