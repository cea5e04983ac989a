import type { ComponentType } from "react";
import type { Field, Json } from "#core/workshop/index.ts";

export interface FieldProps {
  readonly field: Field;
  /** The record that the field is of. */
  readonly record: Json;
  readonly onChange: (path: readonly string[], value: unknown) => void;
  /** The record by another name, wherever it is used; undefined where its name is its own affair. */
  readonly onRename?: ((to: string) => string | undefined) | undefined;
  readonly error?: string | undefined;
}

/** What an editor of one kind of field is given. */
export interface EditProps {
  readonly field: Field;
  readonly record: Json;
  readonly value: unknown;
  readonly set: (value: unknown) => void;
  /** Shows a field within this one: a value of a map, a field of a row. */
  readonly Inner: ComponentType<FieldProps>;
  /** For the control itself. */
  readonly aria: {
    readonly id: string;
    readonly "aria-describedby"?: string;
    readonly "aria-invalid"?: true;
  };
}
