/** What goes wrong at the hands of whoever works: each costs, and some could have hurt. */
export const SLIP_KINDS = [
  "ohms on live",
  "lift under power",
  "fit under power",
  "probe slipped",
  "guard bridged",
  "charge touched",
  "reset again",
  "bought in vain",
  "left bridged",
  "left off",
] as const;
export type SlipKind = (typeof SLIP_KINDS)[number];

export interface Slip {
  readonly kind: SlipKind;
  /** Index of the action. */
  readonly action: number;
  /** Money lost, in the shop's currency, and minutes. */
  readonly money: number;
  readonly minutes: number;
  /** It could have hurt somebody. */
  readonly danger: boolean;
  /** Point, part or item that it was about. */
  readonly at?: string;
}

/** What each costs beyond parts, and whether it could hurt. Common practice, no source. */
const PRICE: Readonly<Record<SlipKind, Omit<Slip, "kind" | "action" | "at">>> = {
  "ohms on live": { money: 12, minutes: 6, danger: true },
  "lift under power": { money: 0, minutes: 2, danger: true },
  "fit under power": { money: 0, minutes: 2, danger: true },
  "probe slipped": { money: 0, minutes: 3, danger: true },
  "guard bridged": { money: 0, minutes: 0, danger: true },
  "charge touched": { money: 0, minutes: 0, danger: true },
  "reset again": { money: 0, minutes: 2, danger: true },
  "bought in vain": { money: 0, minutes: 0, danger: false },
  "left bridged": { money: 0, minutes: 0, danger: true },
  "left off": { money: 0, minutes: 20, danger: false },
};

export function slip(kind: SlipKind, action: number, at?: string, money = 0): Slip {
  const price = PRICE[kind];
  return { kind, action, ...price, money: price.money + money, ...(at === undefined ? {} : { at }) };
}
