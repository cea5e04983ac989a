import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import type { RouteConfigEntry } from "@react-router/dev/routes";
import routes from "../../app/routes.ts";
import { isAllowed, ROUTE_RULES, whoMay } from "#server/requests/routeRules.ts";

/** Every address that the application has, from its list of routes. */
function addressesOf(entries: readonly RouteConfigEntry[]): string[] {
  return entries.flatMap((e) => [
    ...(e.index ? ["/"] : e.path === undefined ? [] : [`/${e.path}`]),
    ...addressesOf(e.children ?? []),
  ]);
}
const addresses = addressesOf(routes);

describe("rules of routes", () => {
  test("every route has one, and every rule a route", () => {
    expect(addresses.length).toBeGreaterThan(40);
    expect([...new Set(addresses)].sort()).toEqual(Object.keys(ROUTE_RULES).sort());
  });

  test("what takes something is where a route takes something", () => {
    const filesOf = (entries: readonly RouteConfigEntry[]): [string, string][] =>
      entries.flatMap((e): [string, string][] => [
        ...(e.index || e.path !== undefined
          ? [[e.index ? "/" : `/${e.path}`, e.file] as [string, string]]
          : []),
        ...filesOf(e.children ?? []),
      ]);
    for (const [address, file] of filesOf(routes)) {
      const takes = /export (async )?function action|export \{[^}]*\baction\b/u.test(
        readFileSync(`app/${file}`, "utf8"),
      );
      expect([address, ROUTE_RULES[address]!.send !== undefined]).toEqual([address, takes]);
    }
  });

  test("words go before places", () => {
    expect(whoMay("GET", "/units/new")).toBe("technician");
    expect(whoMay("GET", "/units/kiln-pk9")).toBe("learner");
    expect(whoMay("POST", "/jobs/file")).toBe("technician");
    expect(whoMay("GET", "/practice/class")).toBe("lead");
    expect(whoMay("GET", "/practice/abc")).toBe("learner");
  });

  test("a page's data goes by the page's rule", () => {
    expect(whoMay("GET", "/_root.data")).toBe("technician");
    expect(whoMay("GET", "/jobs/abc/report.data")).toBe("technician");
    expect(whoMay("POST", "/settings.data")).toBe("lead");
    expect(whoMay("GET", "/sign-in.data")).toBe("anybody");
    expect(whoMay("GET", "/jobs/abc/")).toBe("technician");
  });

  test("what takes nothing takes nothing from anybody; what is not there has no rule", () => {
    expect(whoMay("POST", "/logbook")).toBe("nobody");
    expect(whoMay("DELETE", "/jobs/abc")).toBe("nobody");
    expect(whoMay("GET", "/no/such/page")).toBeUndefined();
    expect(whoMay("GET", "/JOBS/abc")).toBe("technician");
  });

  test("the ranks: nobody, learner, technician, lead; whoever is at the machine may all", () => {
    const ranks = [undefined, "learner", "technician", "lead"] as const;
    const needs = ["anybody", "learner", "technician", "lead"] as const;
    ranks.forEach((role, r) => needs.forEach((who, n) => expect(isAllowed(who, role)).toBe(r >= n)));
    needs.forEach((who) => expect(isAllowed(who, "at the machine")).toBe(true));
  });

  test("nothing of a job, a customer or the shop's money is for a learner or for nobody", () => {
    for (const address of addresses.filter((a) =>
      /^\/(jobs|logbook|outbox|files|stream|settings$|$)/u.test(a),
    ))
      for (const method of ["GET", "POST"])
        expect([address, whoMay(method, address)]).not.toEqual([
          address,
          expect.stringMatching(/^(anybody|learner)$/u),
        ]);
  });
});
