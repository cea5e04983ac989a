/** A unit model as chapters of records that are edited one by one or as a sheet, with names that follow. */
export {
  aOne,
  isJson,
  type Field,
  type FieldKind,
  type Json,
  type NameKind,
  type Option,
  type Section,
} from "./field.ts";
export { SECTIONS } from "./sections/index.ts";
export { recordName, recordsOf, valueAt, withValue, type SectionRecord } from "./place.ts";
export { moved, without, withCopy, withField, withNew } from "./edit.ts";
export { namesOf, type Name } from "./names.ts";
export { renamed, usesOf, type Use } from "./references.ts";
export {
  failuresOf,
  modesOfKind,
  parametersOf,
  PART_KINDS,
  terminalsOf,
  withKind,
  type Parameter,
  type PartFailure,
} from "./parameters.ts";
export { changesBetween, type FieldChange, type SectionChange } from "./compare.ts";
export { checkFile, circuitOf, doubtsOf, type Checked, type WorkshopProblem } from "./check.ts";
export {
  cellsOf,
  describeCellProblem,
  readCell,
  showCell,
  withSheet,
  type CellProblem,
  type SheetRow,
} from "./sheet.ts";
export {
  numberHeads,
  readSectionTable,
  sectionTable,
  withTable,
  type ReadSection,
  type TableProblem,
} from "./table.ts";
