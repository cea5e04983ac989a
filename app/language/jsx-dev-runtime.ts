export { Fragment, jsx, jsx as jsxDEV, jsxs } from "./jsx-runtime.ts";
export type { JSX } from "react";
