import { formatQuantity } from "#core/quantity/index.ts";
import { modesOf, OTHER_VALUE, sizesOf, type Fault, type UnitModel } from "#core/unit/index.ts";

/** "Connector pin P4·3, high resistance, 46.7 Ω". */
export function faultText(unit: UnitModel, { part: id, mode: modeId, severity }: Fault): string {
  const part = unit.parts.find((p) => p.id === id)!;
  if (modeId === OTHER_VALUE)
    return `${part.name}: a part of another value, ${(severity ?? 1).toPrecision(2)} times the impedance`;
  const mode = modesOf(part).find((m) => m.id === modeId)!;
  const size = severity !== undefined ? sizesOf(part, mode) : undefined;
  const text =
    size === undefined
      ? ""
      : size.as === "ohms"
        ? `, ${formatQuantity(severity!, "Ω", 3)}`
        : `, ${severity!.toPrecision(2)} times what it should be`;
  return `${part.name}, ${mode.name}${text}`;
}
