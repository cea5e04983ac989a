import { Term } from "../guide/Term.tsx";
import type { ReactNode } from "react";
import type { Load, StripStep, Strategy } from "#core/loads/index.ts";
import type { Hazard } from "#core/unit/index.ts";
import type { LoadRow } from "./stripDesk.ts";
import { BudgetPanel } from "./BudgetPanel.tsx";
import { Cautions } from "../job/next/Cautions.tsx";
import { LoadTable } from "./LoadTable.tsx";
import { ProtectionFields, type Offer, type ProtectionChoice } from "./ProtectionFields.tsx";
import { StripNext } from "./StripNext.tsx";

interface Props {
  heading: ReactNode;
  back?: ReactNode;
  /** The loads are a unit's own. */
  ofUnit: boolean;
  rows: readonly LoadRow[];
  loads: readonly Load[];
  steps: readonly StripStep[];
  offers: readonly Offer[];
  protection: ProtectionChoice;
  strategy: Strategy;
  plugPulled: { readonly tripped: boolean } | undefined;
  hazards: readonly Hazard[];
  /** What became of the last entry. */
  said?: ReactNode;
  onRows: (rows: readonly LoadRow[]) => void;
  onProtection: (choice: ProtectionChoice) => void;
  onStrategy: (strategy: Strategy) => void;
  onStep: (step: StripStep) => void;
  onPlug: (pulled: { tripped: boolean } | undefined) => void;
  onUndo: () => void;
  onAfresh?: () => void;
}

/** Which load takes the supply down: the loads, what protects them, the sum, and what to connect next. */
export function StripDesk(props: Props) {
  const { rows, loads, steps, protection } = props;
  return (
    <main className="mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 p-4 md:p-6 xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <div className="xl:col-span-2">
        <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">
          <Term id="strip">Strip-down</Term> {props.heading}
        </h1>
        <p className="pt-2">
          For a unit that trips, blows fuses or pulls its rail down: take everything off, prove the bare
          supply, put the loads back. {props.back}
        </p>
      </div>
      <div className="order-2 flex min-w-0 flex-col gap-4 xl:order-1">
        <ProtectionFields choice={protection} offers={props.offers} onChoose={props.onProtection} />
        <LoadTable
          rows={rows}
          loads={loads}
          steps={steps}
          leaks={protection.protection.kind === "rcd"}
          ofUnit={props.ofUnit}
          onRows={props.onRows}
        />
        <BudgetPanel loads={loads} choice={protection} />
      </div>
      <div className="order-1 flex min-w-0 flex-col gap-4 xl:order-2">
        <StripNext
          loads={loads}
          steps={steps}
          choice={protection}
          strategy={props.strategy}
          plugPulled={props.plugPulled}
          onStrategy={props.onStrategy}
          onStep={props.onStep}
          onPlug={props.onPlug}
          onUndo={props.onUndo}
          {...(props.onAfresh ? { onAfresh: props.onAfresh } : {})}
        />
        {props.said && <div role="status">{props.said}</div>}
        <Cautions hazards={[...props.hazards]} />
        <p className="text-[0.9375rem] text-ink-soft">
          Watch for the fault outside the box: a fused spur, the cord, the outlet, a valve or a heater
          elsewhere on the same circuit.
        </p>
      </div>
    </main>
  );
}

export function choiceOf(offer: Offer | undefined): ProtectionChoice {
  return {
    protection: offer?.protection ?? { kind: "breaker", amps: 16, curve: "C" },
    ...(offer ? { device: offer.id } : {}),
    volts: 230,
    mostTrips: offer?.protection.kind === "fuse" ? 2 : 3,
    lamp: false,
  };
}
