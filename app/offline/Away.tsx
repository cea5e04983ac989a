import { useEffect } from "react";
import { useLocation } from "react-router";
import { hasPage } from "./keepPages.ts";
import { KeptHere } from "./KeptHere.tsx";

/** A page whose data cannot be fetched, for want of a network: the copy that is kept here opens, where there is one. */
export function Away() {
  const { pathname } = useLocation();
  useEffect(() => {
    void hasPage(pathname).then((kept) => kept && window.location.reload());
  }, [pathname]);
  return <KeptHere />;
}
