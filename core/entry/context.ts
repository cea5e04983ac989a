import type { ReadingCheck } from "#core/diagnosis/index.ts";
import type { Language, Translator } from "#core/language/index.ts";
import type { Setup } from "#core/unit/index.ts";

/** What a line is understood against when it leaves something out. */
export interface EntryContext {
  /** The pair asked for, taken when the line names no points. */
  readonly pending?: ReadingCheck;
  /** Setup taken for a live reading and for a dead one, when the line names no state. */
  readonly liveSetup: Setup;
  readonly deadSetup: Setup;
  /** The unit is dead and proven: a bare number between two points is in ohms. */
  readonly isDead?: boolean;
  /** In which people type here, beside English, which is always understood; and how the unit's names are shown in it. */
  readonly language?: Language;
  readonly say?: Translator;
}
