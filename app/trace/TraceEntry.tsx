import { useMemo, useState, type ReactNode, type RefObject } from "react";
import { describeTraceProblem, traceOffers, traceRows, traceUnit } from "#core/trace/index.ts";
import { Button } from "../ui/Button.tsx";
import { translated } from "../language/tongue.ts";
import { inputClass } from "../ui/Field.tsx";
import { WireSwatch } from "../ui/WireSwatch.tsx";
import { pastedLines, withLine } from "./traceDraft.ts";

interface Props {
  lines: readonly string[];
  at: number | undefined;
  field: RefObject<HTMLInputElement | null>;
  onAdd: (texts: readonly string[]) => void;
  /** The next line goes to the end again. */
  onEnd: () => void;
  /** What else can be done with the trace as a whole. */
  children: ReactNode;
}

const HEADER = { id: "traced", name: "Unit", maker: "" };

/** One line for the next thing, what usually follows as buttons, and what was understood before it is added. */
export function TraceEntry({ lines, at, field, onAdd, onEnd, children }: Props) {
  const [text, setText] = useState("");
  const [tried, setTried] = useState(false);
  const offers = useMemo(() => traceOffers(traceUnit(HEADER, lines.slice(0, at)).walk), [lines, at]);
  const place = at ?? lines.length;
  const understood = useMemo(() => {
    if (text.trim() === "") return undefined;
    const all = withLine(lines, text, place);
    return traceRows(traceUnit(HEADER, all).walk, all)[place];
  }, [text, lines, place]);
  const add = (texts: readonly string[]) => {
    onAdd(texts);
    setText("");
    setTried(false);
    field.current?.focus();
  };
  const submit = () => {
    if (!understood) return;
    if (understood.problem) return setTried(true);
    add([text.trim()]);
  };
  return (
    <div className="sticky bottom-0 -mx-4 border-t-2 border-ink bg-paper px-4 pt-2 pb-3 sm:mx-0 sm:px-0">
      <Offers
        offers={offers}
        onChoose={(offer) => {
          if (offer.whole) return add([offer.text]);
          setText(begunLine(offer));
          field.current?.focus();
        }}
      />
      <form
        className="flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
      >
        <input
          ref={field}
          aria-label="Next in the circuit"
          aria-describedby="trace-echo"
          aria-invalid={tried && understood?.problem ? true : undefined}
          className={`${inputClass} reading min-w-0 grow text-xl`}
          maxLength={200}
          autoCapitalize="off"
          autoComplete="off"
          spellCheck={false}
          enterKeyHint="next"
          placeholder={lines.length === 0 ? "mains 230V" : "what comes next"}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setTried(false);
          }}
          onPaste={(e) => {
            const pasted = pastedLines(e.clipboardData.getData("text"));
            if (pasted.length < 2) return;
            e.preventDefault();
            add(pasted);
          }}
        />
        <Button type="submit" look="main" disabled={!understood}>
          Add
        </Button>
      </form>
      <Echo understood={understood} tried={tried} />
      <div className="flex flex-wrap gap-x-1">
        {at !== undefined && <Button onClick={onEnd}>Add at the end again</Button>}
        {children}
      </div>
    </div>
  );
}

type Offer = ReturnType<typeof traceOffers>[number];

/** The line that an offer begins, in the words of its button: they are read in the page's language as well. */
function begunLine({ label, text }: Offer): string {
  return text.startsWith(label) ? `${translated(label)}${text.slice(label.length)}` : text;
}

function Offers({ offers, onChoose }: { offers: readonly Offer[]; onChoose: (offer: Offer) => void }) {
  return (
    <ul aria-label="What usually follows" className="flex gap-2 overflow-x-auto pb-2 sm:flex-wrap">
      {offers.map((offer) => (
        <li key={offer.label} className="shrink-0">
          <Button className="whitespace-nowrap" onClick={() => onChoose(offer)}>
            {offer.label}
            {offer.whole ? "" : " …"}
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** What the line is understood as, or what is wrong with it. */
function Echo({
  understood,
  tried,
}: {
  understood: ReturnType<typeof traceRows>[number] | undefined;
  tried: boolean;
}) {
  return (
    <p id="trace-echo" role="status" className="min-h-6 pt-1 text-[0.9375rem]">
      {understood?.problem ? (
        <span className={tried ? "font-semibold text-hazard" : "text-ink-soft"}>
          {describeTraceProblem(understood.problem)}
        </span>
      ) : understood ? (
        <span className="inline-flex flex-wrap items-center gap-x-2">
          <strong>{understood.label}</strong>
          <span className="reading">{understood.values}</span>
          {understood.colour !== undefined && (
            <>
              <WireSwatch colour={understood.colour} />
              {understood.colour}
            </>
          )}
          {understood.taken.length > 0 && (
            <span className="text-ink-soft">not given, taken: {understood.taken.join(", ")}</span>
          )}
        </span>
      ) : null}
    </p>
  );
}
