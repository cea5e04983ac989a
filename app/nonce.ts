import { createContext } from "react";

/** The word under which this page's scripts are allowed; the browser hides it, so it is known while the page is written only. */
export const NonceContext = createContext<string | undefined>(undefined);
