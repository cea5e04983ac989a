import type { SymbolName } from "#core/wiring/index.ts";

/** Whose standard the symbols follow: IEC 60617, or the North American IEEE 315. */
export type Region = "IEC" | "NA";

interface Props {
  symbol: SymbolName;
  region: Region;
  width: number;
  height: number;
}

/**
 * A part's symbol, drawn along the middle of its box from one terminal to the other. Shapes after IEC 60617 and, where
 * North American drawings differ (resistor, heater, fuse, capacitor), after IEEE 315; drawn here, from memory of both.
 */
export function PartSymbol({ symbol, region, width: w, height: h }: Props) {
  const y = h / 2;
  const m = w / 2;
  const lead = (from: number, to: number) => <path d={`M${from} ${y}H${to}`} />;
  const leads = (half: number) => (
    <>
      {lead(0, m - half)}
      {lead(m + half, w)}
    </>
  );
  const body = (half = 19, tall = 8) => (
    <rect x={m - half} y={y - tall} width={2 * half} height={2 * tall} className="sheet" />
  );
  const zigzag = `M${m - 20} ${y}l3.4-8l6.6 16l6.6-16l6.6 16l6.6-16l6.6 16l3.6-8`;
  switch (symbol) {
    case "pin":
      return (
        <>
          {lead(0, w)}
          <circle cx={m} cy={y} r="4.5" className="sheet" />
        </>
      );
    case "resistor":
    case "thermistor":
    case "varistor":
      return (
        <>
          {leads(20)}
          {region === "IEC" ? body() : <path d={zigzag} />}
          {symbol !== "resistor" && <path d={`M${m - 22} ${y + 15}h8L${m + 18} ${y - 14}`} />}
        </>
      );
    case "heater":
      return region === "IEC" ? (
        <>
          {leads(19)}
          {body()}
          <path d={[-9.5, 0, 9.5].map((x) => `M${m + x} ${y - 8}v16`).join("")} />
        </>
      ) : (
        <>
          {leads(20)}
          <path d={zigzag} />
        </>
      );
    case "fuse":
      return region === "IEC" ? (
        <>
          {body(19, 7)}
          {lead(0, w)}
        </>
      ) : (
        <>
          {leads(18)}
          <path d={`M${m - 18} ${y}c6-14 14-14 18 0s12 14 18 0`} />
        </>
      );
    case "breaker":
      return (
        <>
          {leads(16)}
          <path d={`M${m - 16} ${y}L${m + 14} ${y - 13}M${m + 12} ${y - 4}l8 8m0-8l-8 8`} />
        </>
      );
    case "switch":
    case "pressed-switch":
    case "heat-switch":
      return (
        <>
          {leads(16)}
          <path d={`M${m - 16} ${y}L${m + 15} ${y - 12}`} />
          <circle cx={m - 16} cy={y} r="2" className="ink" />
          <circle cx={m + 16} cy={y} r="2" className="ink" />
          {symbol === "pressed-switch" && <path d={`M${m} ${y - 6}v-9m-5 0h10`} strokeDasharray="3 2" />}
          {symbol === "heat-switch" && <path d={`M${m - 2} ${y - 5}v-4h-5v-5h10v5h-5`} />}
        </>
      );
    case "capacitor":
      return (
        <>
          {leads(4)}
          <path d={`M${m - 4} ${y - 12}v24`} strokeWidth="2.4" />
          <path
            d={region === "IEC" ? `M${m + 4} ${y - 12}v24` : `M${m + 9} ${y - 12}q-10 12 0 24`}
            strokeWidth="2.4"
          />
        </>
      );
    case "coil":
      return (
        <>
          {leads(12)}
          <rect x={m - 12} y={y - 12} width="24" height="24" className="sheet" />
          <path d={`M${m - 12} ${y + 6}L${m + 12} ${y - 6}`} />
        </>
      );
    case "motor":
    case "lamp":
      return (
        <>
          {leads(14)}
          <circle cx={m} cy={y} r="14" className="sheet" />
          {symbol === "lamp" ? (
            <path d={`M${m - 10} ${y - 10}l20 20m0-20l-20 20`} />
          ) : (
            <text
              x={m}
              y={y + 6}
              textAnchor="middle"
              fontSize="16"
              fontWeight="700"
              stroke="none"
              className="ink"
            >
              M
            </text>
          )}
        </>
      );
    case "diode":
    case "led":
    case "zener":
      return (
        <>
          {lead(0, w)}
          <path d={`M${m - 9} ${y - 10}v20l18-10z`} className="sheet" />
          <path d={`M${m + 9} ${y - 10}v20${symbol === "zener" ? "l5 3" : ""}`} strokeWidth="2.4" />
          {symbol === "led" && <path d={`M${m + 2} ${y - 12}l8-7m-4 12l8-7`} />}
        </>
      );
    case "battery":
      return (
        <>
          {leads(4)}
          <path d={`M${m - 4} ${y - 13}v26`} />
          <path d={`M${m + 4} ${y - 7}v14`} strokeWidth="4" />
        </>
      );
    case "gap":
      return (
        <>
          {leads(5)}
          <path d={`M${m - 11} ${y - 5}l6 5l-6 5M${m + 11} ${y - 5}l-6 5l6 5`} />
        </>
      );
    case "block":
      return <rect x="0" y="0" width={w} height={h} className="sheet" />;
  }
}
