import { Term } from "../../guide/Term.tsx";
import { Zap } from "lucide-react";
import type { Order } from "#core/diagnosis/index.ts";
import { ORDER_NAME, type JobView, type ProbeView, type ProposalView } from "#core/view/index.ts";
import { Button, Key } from "../../ui/Button.tsx";
import { CautionLines } from "./Cautions.tsx";
import { WireSwatch } from "../../ui/WireSwatch.tsx";
import { Yoke } from "../../ui/Yoke.tsx";

interface Props {
  proposals: readonly ProposalView[];
  chosen: number;
  band: JobView["state"]["band"];
  order: Order;
  whatIf: React.ReactNode;
  /** A finding has just come: what is shown is of before it. */
  ranking: boolean;
  /** What no list has is still to be looked at. */
  deeper: boolean;
  /** What to say where there is no check for another reason. */
  nothing: string | undefined;
  onOrder: () => void;
  onChoose: (index: number) => void;
  onPower: (to: "live" | "dead") => void;
  /** The check cannot be made, or is left out. */
  onSkip: (check: { id: string; title: string }, why: "could not reach" | "left out") => void;
}

const LOOKING =
  "No check of the listed faults is left. Checking what no list has: swapped wires, bridges, the wrong part fitted.";
const NOTHING_LEFT =
  "No check on this unit separates the suspects any further. Make the call, or note what the model leaves out.";

/** The check that pays best now: where the probes go, what it may read, what each outcome leaves. */
export function NextCard(props: Props) {
  const {
    proposals,
    chosen,
    band,
    order,
    whatIf,
    ranking,
    deeper,
    nothing,
    onOrder,
    onChoose,
    onPower,
    onSkip,
  } = props;
  const proposal = proposals[Math.min(chosen, proposals.length - 1)];
  if (!proposal)
    return (
      <section aria-label="Next" className="border-b-[1.5px] border-ink bg-sheet px-4 py-4">
        <h2 className="section-title">Next</h2>
        <p className="pt-2 text-lg">{nothing ?? (deeper ? LOOKING : NOTHING_LEFT)}</p>
      </section>
    );
  const { needs } = proposal;
  return (
    <section
      aria-label="Next"
      data-testid="next"
      data-check={proposal.check.id}
      aria-busy={ranking}
      className={`border-b-[1.5px] border-ink bg-sheet px-4 py-3 ${ranking ? "being-worked-out" : ""}`}
    >
      <CardHead
        proposals={proposals}
        chosen={chosen}
        proposal={proposal}
        ranking={ranking}
        onChoose={onChoose}
      />
      {proposal.repeat && (
        <p className="border-l-4 border-here bg-here-soft px-3 py-1">
          The same reading again: a lot depends on it, and it may have been a slip.
        </p>
      )}
      <Where proposal={proposal} />
      <CautionLines cautions={proposal.cautions} />
      {proposal.before.length > 0 && (
        <ol aria-label="In this order" className="flex flex-wrap gap-x-4 pb-2 text-[0.9375rem] text-ink-soft">
          {proposal.before.map((step, i) => (
            <li key={step}>
              <b className="reading text-ink">{i + 1}</b> {step}
            </li>
          ))}
        </ol>
      )}
      {needs !== undefined && band !== needs && (
        <div className="mb-2 flex items-center gap-3 border-l-4 border-live bg-live-soft px-3 py-1.5">
          <Zap aria-hidden size={18} className="shrink-0 text-live" />
          <span className="grow">
            {needs === "live" ? "Needs the unit live." : "Needs it dead and proven."}
          </span>
          <Button onClick={() => onPower(needs)}>
            {needs === "live" ? "Go live" : "Make dead and prove"}
          </Button>
        </div>
      )}
      <Outcomes proposal={proposal} />
      {whatIf}
      <OtherwiseLines proposal={proposal} order={order} onOrder={onOrder} onSkip={onSkip} />
      {proposal.check.kind === "reading" && proposal.outcomes.some((o) => o.nothing) && (
        <p className="border-t border-rule pt-1.5 text-sm text-ink-soft">Reads 0? Prove the probes first.</p>
      )}
    </section>
  );
}

/** How long it takes, whether on the live unit, and the way to another. */
function CardHead({
  proposals,
  chosen,
  proposal,
  ranking,
  onChoose,
}: Pick<Props, "proposals" | "chosen" | "ranking" | "onChoose"> & { proposal: ProposalView }) {
  return (
    <div className="flex items-baseline justify-between gap-3">
      <h2 className="section-title">
        {chosen === 0 ? (
          <Term id="check">Next</Term>
        ) : (
          <>
            Other <Term id="check">check</Term>, {chosen + 1} of {proposals.length}
          </>
        )}{" "}
        · {proposal.time}
        {proposal.live && " · live"}
        {ranking && " · being worked out again…"}
      </h2>
      {proposals.length > 1 && (
        <Button
          look="quiet"
          hotkey="n"
          className="-my-2 px-1! text-sm"
          onClick={() => onChoose((chosen + 1) % proposals.length)}
        >
          another
        </Button>
      )}
    </div>
  );
}

/** Where the probes go, what the meter is set to, and in which state. */
function Where({ proposal }: { proposal: ProposalView }) {
  return (
    <>
      {proposal.red && proposal.black ? (
        <div className="grid grid-cols-[2.25rem_1fr] items-stretch py-2">
          <Yoke className="row-span-2 h-full max-h-28 w-8" />
          <ProbePlace probe={proposal.red} role="Red probe" />
          <ProbePlace probe={proposal.black} role="Black probe" />
        </div>
      ) : (
        <p className="py-3 text-xl font-bold">{proposal.title}</p>
      )}
      <div className="flex flex-wrap gap-2 pb-2.5">
        <span className="bg-ink px-2.5 py-1 font-bold text-sheet">{proposal.dial}</span>
        <span className="border-[1.5px] border-ink px-2.5 py-1">{proposal.setup}</span>
      </div>
    </>
  );
}

/** What it may read, and what each outcome leaves. */
function Outcomes({ proposal }: { proposal: ProposalView }) {
  return (
    <dl>
      {proposal.outcomes.map((outcome) => (
        <div
          key={outcome.label + outcome.leaves}
          className="grid grid-cols-[6.5rem_1fr] gap-x-3 border-t border-rule py-1"
        >
          <dt
            className={proposal.check.kind === "reading" ? "reading text-lg font-semibold" : "font-semibold"}
          >
            {outcome.label}
          </dt>
          <dd className="text-[0.9375rem]">
            {outcome.clears > 0 && `rules out ${outcome.clears}; `}still possible:{" "}
            <strong>{outcome.leaves}</strong>
          </dd>
        </div>
      ))}
    </dl>
  );
}

/** What to do where it cannot be made, and by which order it was chosen. */
function OtherwiseLines({
  proposal,
  order,
  onOrder,
  onSkip,
}: Pick<Props, "order" | "onOrder" | "onSkip"> & { proposal: ProposalView }) {
  return (
    <>
      <p className="flex flex-wrap items-center gap-x-5 border-t border-rule text-[0.9375rem]">
        {(["could not reach", "left out"] as const).map((why) => (
          <button
            key={why}
            type="button"
            className="min-h-11 underline underline-offset-4"
            onClick={() => onSkip({ id: proposal.check.id, title: proposal.title }, why)}
          >
            {why === "could not reach" ? "Can't reach it" : "Leave it out"}
          </button>
        ))}
      </p>
      <button
        type="button"
        onClick={onOrder}
        className="flex min-h-11 w-full items-center justify-between border-t border-rule text-left text-[0.9375rem]"
      >
        <span>
          Order: <strong>{ORDER_NAME[order].toLowerCase()}</strong>
        </span>
        <span className="flex items-center gap-2 underline">
          change <Key name="o" />
        </span>
      </button>
    </>
  );
}

function ProbePlace({ probe, role }: { probe: ProbeView; role: string }) {
  return (
    <div className="min-h-13 pb-1">
      <span className="sr-only">{role}: </span>
      <span className="text-xl leading-tight font-bold">{probe.name}</span>
      <span className="flex flex-wrap items-center gap-x-2 text-[0.9375rem] text-ink-soft">
        <span className="reading font-semibold text-ink">{probe.label}</span>
        {probe.colour && (
          <>
            <WireSwatch colour={probe.colour} /> {probe.colour}
          </>
        )}
        <span>{probe.place}</span>
      </span>
    </div>
  );
}
