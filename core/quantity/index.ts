/** Engineering quantities: reading them from text, writing them as a meter shows them. */
export {
  describeQuantityProblem,
  type Kind,
  type Quantity,
  type QuantityProblem,
  type Unit,
} from "./quantity.ts";
export { parseQuantity } from "./parse.ts";
export { formatNumber, formatQuantity } from "./format.ts";
export { normal, seeded } from "./seeded.ts";
export { money } from "./money.ts";
