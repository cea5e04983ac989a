import type { UnitFile } from "./model.ts";

/**
 * The files of a unit and of each of its variants: the unit's own with what differs put in, its id and name carrying
 * the variant's. They are validated like any other file when they are read.
 */
export function withVariants(file: UnitFile): UnitFile[] {
  const { variants = [], ...base } = file;
  return [base, ...variants.map((variant) => variantOf(base, variant))];
}

function variantOf(base: UnitFile, variant: NonNullable<UnitFile["variants"]>[number]): UnitFile {
  return {
    ...base,
    id: `${base.id}-${variant.id}`,
    name: `${base.name}, ${variant.name}`,
    ...(variant.hertz === undefined ? {} : { hertz: variant.hertz }),
    parts: base.parts.map((part) => {
      const change = variant.parts?.[part.id];
      return change
        ? {
            ...part,
            parameters: { ...part.parameters, ...change.parameters },
            terminals: { ...part.terminals, ...change.terminals },
          }
        : part;
    }),
    points: (base.points ?? []).map((point) => {
      const terminal = variant.points?.[point.id];
      return terminal === undefined ? point : { ...point, terminal };
    }),
  };
}
