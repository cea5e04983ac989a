import type { SymbolName } from "#core/wiring/index.ts";

/** Whose standard the symbols follow: IEC 60617, or the North American IEEE 315. */
export type Region = "IEC" | "NA";

interface Props {
  symbol: SymbolName;
  region: Region;
  width: number;
  height: number;
}

/** The middle of a part's box, from which its symbol is drawn, and the box's width. */
interface Middle {
  readonly x: number;
  readonly y: number;
  readonly w: number;
}

/**
 * A part's symbol, drawn along the middle of its box from one terminal to the other. Shapes after IEC 60617 and, where
 * North American drawings differ (resistor, heater, fuse, capacitor), after IEEE 315; drawn here, from memory of both.
 */
export function PartSymbol({ symbol, region, width: w, height: h }: Props) {
  const at = { x: w / 2, y: h / 2, w };
  switch (symbol) {
    case "pin":
      return (
        <>
          <Lead {...at} />
          <circle cx={at.x} cy={at.y} r="4.5" className="sheet" />
        </>
      );
    case "resistor":
    case "thermistor":
    case "varistor":
    case "heater":
      return <Resistance symbol={symbol} region={region} {...at} />;
    case "fuse":
      return <Fuse region={region} {...at} />;
    case "breaker":
    case "switch":
    case "pressed-switch":
    case "heat-switch":
      return <Switch symbol={symbol} {...at} />;
    case "capacitor":
      return <Capacitor region={region} {...at} />;
    case "coil":
      return <Coil {...at} />;
    case "motor":
    case "lamp":
      return <Round symbol={symbol} {...at} />;
    case "diode":
    case "led":
    case "zener":
      return <Diode symbol={symbol} {...at} />;
    case "battery":
    case "gap":
      return <Gap symbol={symbol} {...at} />;
    case "block":
      return <rect x="0" y="0" width={w} height={h} className="sheet" />;
  }
}

/** A line straight through. */
function Lead({ y, w }: Middle) {
  return <path d={`M0 ${y}H${w}`} />;
}

/** The lines from both terminals up to a symbol that is twice `half` wide. */
function Leads({ x, y, w, half }: Middle & { half: number }) {
  return <path d={`M0 ${y}H${x - half}M${x + half} ${y}H${w}`} />;
}

function Body({ x, y, tall }: Middle & { tall: number }) {
  return <rect x={x - 19} y={y - tall} width="38" height={2 * tall} className="sheet" />;
}

function Zigzag({ x, y }: Middle) {
  return <path d={`M${x - 20} ${y}l3.4-8l6.6 16l6.6-16l6.6 16l6.6-16l6.6 16l3.6-8`} />;
}

function Resistance({ symbol, region, ...at }: Middle & { symbol: SymbolName; region: Region }) {
  const { x, y } = at;
  const isHeater = symbol === "heater";
  return (
    <>
      <Leads {...at} half={isHeater && region === "IEC" ? 19 : 20} />
      {region === "IEC" ? <Body {...at} tall={8} /> : <Zigzag {...at} />}
      {isHeater && region === "IEC" && (
        <path d={[-9.5, 0, 9.5].map((dx) => `M${x + dx} ${y - 8}v16`).join("")} />
      )}
      {(symbol === "thermistor" || symbol === "varistor") && (
        <path d={`M${x - 22} ${y + 15}h8L${x + 18} ${y - 14}`} />
      )}
    </>
  );
}

function Fuse({ region, ...at }: Middle & { region: Region }) {
  return region === "IEC" ? (
    <>
      <Body {...at} tall={7} />
      <Lead {...at} />
    </>
  ) : (
    <>
      <Leads {...at} half={18} />
      <path d={`M${at.x - 18} ${at.y}c6-14 14-14 18 0s12 14 18 0`} />
    </>
  );
}

function Switch({ symbol, ...at }: Middle & { symbol: SymbolName }) {
  const { x, y } = at;
  if (symbol === "breaker")
    return (
      <>
        <Leads {...at} half={16} />
        <path d={`M${x - 16} ${y}L${x + 14} ${y - 13}M${x + 12} ${y - 4}l8 8m0-8l-8 8`} />
      </>
    );
  return (
    <>
      <Leads {...at} half={16} />
      <path d={`M${x - 16} ${y}L${x + 15} ${y - 12}`} />
      <circle cx={x - 16} cy={y} r="2" className="ink" />
      <circle cx={x + 16} cy={y} r="2" className="ink" />
      {symbol === "pressed-switch" && <path d={`M${x} ${y - 6}v-9m-5 0h10`} strokeDasharray="3 2" />}
      {symbol === "heat-switch" && <path d={`M${x - 2} ${y - 5}v-4h-5v-5h10v5h-5`} />}
    </>
  );
}

function Capacitor({ region, ...at }: Middle & { region: Region }) {
  const { x, y } = at;
  return (
    <>
      <Leads {...at} half={4} />
      <path d={`M${x - 4} ${y - 12}v24`} strokeWidth="2.4" />
      <path
        d={region === "IEC" ? `M${x + 4} ${y - 12}v24` : `M${x + 9} ${y - 12}q-10 12 0 24`}
        strokeWidth="2.4"
      />
    </>
  );
}

function Coil(at: Middle) {
  const { x, y } = at;
  return (
    <>
      <Leads {...at} half={12} />
      <rect x={x - 12} y={y - 12} width="24" height="24" className="sheet" />
      <path d={`M${x - 12} ${y + 6}L${x + 12} ${y - 6}`} />
    </>
  );
}

function Round({ symbol, ...at }: Middle & { symbol: SymbolName }) {
  const { x, y } = at;
  return (
    <>
      <Leads {...at} half={14} />
      <circle cx={x} cy={y} r="14" className="sheet" />
      {symbol === "lamp" ? (
        <path d={`M${x - 10} ${y - 10}l20 20m0-20l-20 20`} />
      ) : (
        <text
          x={x}
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
}

function Diode({ symbol, ...at }: Middle & { symbol: SymbolName }) {
  const { x, y } = at;
  return (
    <>
      <Lead {...at} />
      <path d={`M${x - 9} ${y - 10}v20l18-10z`} className="sheet" />
      <path d={`M${x + 9} ${y - 10}v20${symbol === "zener" ? "l5 3" : ""}`} strokeWidth="2.4" />
      {symbol === "led" && <path d={`M${x + 2} ${y - 12}l8-7m-4 12l8-7`} />}
    </>
  );
}

/** Two plates or two points with nothing between them. */
function Gap({ symbol, ...at }: Middle & { symbol: SymbolName }) {
  const { x, y } = at;
  return symbol === "battery" ? (
    <>
      <Leads {...at} half={4} />
      <path d={`M${x - 4} ${y - 13}v26`} />
      <path d={`M${x + 4} ${y - 7}v14`} strokeWidth="4" />
    </>
  ) : (
    <>
      <Leads {...at} half={5} />
      <path d={`M${x - 11} ${y - 5}l6 5l-6 5M${x + 11} ${y - 5}l-6 5l6 5`} />
    </>
  );
}
