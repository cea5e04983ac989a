import { Delete } from "lucide-react";

interface Props {
  text: string;
  onText: (text: string) => void;
  onRecord: () => void;
}

const DIGITS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0", "−"] as const;
/** What stands after a number: prefix and unit. Each replaces the one before it. */
const UNITS = ["V AC", "V DC", "mV", "Ω", "kΩ", "MΩ", "µF", "A"] as const;
const WRITTEN: Readonly<Record<(typeof UNITS)[number], string>> = {
  "V AC": "vac",
  "V DC": "vdc",
  mV: "mV",
  Ω: "ohm",
  kΩ: "kohm",
  MΩ: "Mohm",
  µF: "uF",
  A: "aac",
};
const WORDS = ["OL", "beep", "no beep"] as const;

/** Big keys for gloved hands: the reading, its unit, and the words a meter says. */
export function EntryPad({ text, onText, onRecord }: Props) {
  const withoutUnit = () => text.replace(/\s*(?:vac|vdc|mV|ohm|kohm|Mohm|uF|aac)\s*$/u, "");
  const withWord = (word: string) =>
    `${text.replace(/\s*(?:ol|no beep|beep|[-−\d.]+\s*\S*)\s*$/iu, "")} ${word}`.trim();
  const key =
    "min-h-14 border-[1.5px] border-ink bg-field text-2xl font-semibold reading active:bg-here-soft";
  return (
    <div data-testid="pad" className="grid grid-cols-[3fr_2fr] gap-1.5 pt-1.5">
      <div className="grid grid-cols-3 gap-1.5">
        {DIGITS.map((d) => (
          <button
            key={d}
            type="button"
            aria-label={d === "−" ? "minus" : d === "." ? "point" : d}
            className={key}
            onClick={() => onText(text + (d === "−" ? (text === "" || text.endsWith(" ") ? "-" : " -") : d))}
          >
            {d}
          </button>
        ))}
        {WORDS.map((word) => (
          <button
            key={word}
            type="button"
            className={`${key} text-base!`}
            onClick={() => onText(withWord(word))}
          >
            {word}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-1.5">
        {UNITS.map((unit) => (
          <button
            key={unit}
            type="button"
            className={`${key} text-base!`}
            onClick={() => onText(`${withoutUnit()} ${WRITTEN[unit]}`)}
          >
            {unit}
          </button>
        ))}
        <button
          type="button"
          aria-label="Take the last back"
          className={key}
          onClick={() => onText(text.slice(0, -1).trimEnd())}
        >
          <Delete className="mx-auto" aria-hidden />
        </button>
        <button type="button" className="min-h-14 bg-here font-bold text-on-here" onClick={onRecord}>
          Record
        </button>
      </div>
    </div>
  );
}
