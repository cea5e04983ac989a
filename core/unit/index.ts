/** The unit model: its schema, the part catalogue with failure modes, and its expansion into a circuit. */
export {
  CATALOGUE,
  middleSize,
  modesOf,
  sizeGrid,
  sizesOf,
  type Badly,
  type ModeKind,
  type PartKind,
  type SizeRange,
  type WorkKind,
  partChoice,
  remedyOf,
  type Remedy,
} from "./catalogue/index.ts";
export type { Board, BoardCondition, BoardInput, BoardStep, BoardThresholds } from "./model/board.ts";
export {
  expandState,
  expandUnit,
  hasRating,
  OTHER_VALUE,
  setupKey,
  type ExpandedUnit,
  type Fault,
  type Setup,
} from "./expand/expand.ts";
export {
  unitSchema,
  type Course,
  type Hazard,
  type Item,
  type Lift,
  type Observation,
  type Part,
  type Point,
  type State,
  type UnitFile,
  type UnitModel,
} from "./model/model.ts";
export {
  ModelError,
  readUnit,
  readUnitOrThrow,
  type ModelProblem,
  type ReadUnitResult,
} from "./model/readUnit.ts";
export { referencesOf, type Reference } from "./model/references.ts";
export { MAINS_VOLTS } from "./model/usualReferences.ts";
export { issueText } from "./model/issueText.ts";
export { inKeyOrder, isSameJson } from "./model/keyOrder.ts";
export { MEASURABLE, withMeasured, type Measured } from "./model/measured.ts";
export { liftOf } from "./model/lifts.ts";
export { bypassRefusal, type BypassRefusal } from "./model/bypass.ts";
export { withVariants } from "./model/variants.ts";
export { lintUnit, type LintFinding, type LintRule } from "./model/lint.ts";
export { unitJsonSchema } from "./model/jsonSchema.ts";
