import { OPEN, relayCoil, SHORT, six, type Junction, type Writer } from "./elements.ts";

/**
 * Cards of parts that the demo units have none of: what a page of the catalogue (docs/parts.md) says of them, and for the
 * zener the simulator's own breakdown. Whether a transistor conducts is found from outside, as a relay's position is.
 */
const BASE: Junction = { forwardVolts: 0.65, forwardAmps: 1e-3, emission: 1.2, seriesOhms: 1 };
const BODY: Junction = { forwardVolts: 0.5, forwardAmps: 1e-3, emission: 1.5, seriesOhms: 0.05 };
const OPTO: Junction = { forwardVolts: 1.2, forwardAmps: 0.01, emission: 2, seriesOhms: 2 };
/** Inside a base and a light-emitting diode, Ω. */
const LEAD = 1;

/** What stands between the ends of a switch that is no contact. */
const channel = (on: boolean, mode: string | undefined, onOhms: number, offOhms = OPEN): number =>
  mode === "shorted" ? SHORT : on && mode !== "open" ? onOhms : offOhms;

export const DEVICE_WRITERS: Readonly<Record<string, Writer>> = {
  zener: (c, p, _s, mode) => c.zener("z", c.at("a"), c.at("k"), p as never, mode),
  rcbo: (c, p, s, mode) => {
    for (const pole of ["l", "n"] as const) {
      const m = c.inner(pole);
      c.sense(pole, c.at(`${pole}In`), m);
      const open = pole === "l" && (s.opened || mode === "open");
      c.r(pole, m, c.at(`${pole}Out`), open ? OPEN : p.ohms!);
    }
  },
  // Ten times as much every 15 °C above where it switches: common practice of motor protection, no source.
  ptc: (c, p, s, mode) => {
    const warm = p.ohms25! * 10 ** (Math.max(0, s.celsius - p.switchCelsius!) / 15);
    const ohms = mode === "open" ? OPEN : mode === "shorted" ? SHORT : Math.min(1e7, warm);
    c.r("b", c.at("a"), c.at("b"), ohms);
  },
  "double-relay": (c, p, s, mode, size) => {
    relayCoil(c, p, s, mode, size);
    for (const n of [1, 2]) {
      const welded = mode === `no-${n}-welded`;
      const worn = p.contactOhms! + (mode === `no-${n}-pitted` ? size : 0);
      const works = mode === `no-${n}-open` ? OPEN : worn;
      c.r(`no${n}`, c.at(`com${n}`), c.at(`no${n}`), welded ? p.contactOhms! : s.on ? works : OPEN);
      if (!c.has(`nc${n}`)) continue;
      const away = s.on || welded || mode === `nc-${n}-open`;
      c.r(`nc${n}`, c.at(`com${n}`), c.at(`nc${n}`), away ? OPEN : p.contactOhms!);
    }
  },
  mosfet: (c, p, s, mode) => {
    const ends = [c.at("source"), c.at("drain")] as const;
    const [a, k] = p.channel === ("n" as never) ? ends : [ends[1], ends[0]];
    c.r("g", c.at("gate"), c.at("source"), mode === "gate-shorted" ? SHORT : 1e8);
    c.r("ch", ...ends, channel(s.on, mode, p.onOhms!));
    c.d("body", a, k, BODY, mode === "open" ? "open" : undefined);
  },
  transistor: (c, p, s, mode) => {
    const [m, b, e, k] = [c.inner("m"), c.inner("b"), c.at("emitter"), c.at("collector")];
    c.sense("base", c.at("base"), m);
    c.r("base", m, b, mode === "base-open" ? OPEN : LEAD);
    const pnp = p.polarity === ("pnp" as never);
    const junction = (tag: string, to: string, is?: "shorted") =>
      pnp ? c.d(tag, to, b, BASE, is) : c.d(tag, b, to, BASE, is);
    junction("be", e, mode === "base-shorted" ? "shorted" : undefined);
    junction("bc", k);
    c.r("ch", k, e, channel(s.on && mode !== "base-shorted", mode, p.onOhms!));
  },
  optotriac: (c, p, s, mode) => {
    const [m, n] = [c.inner("m"), c.inner("n")];
    c.sense("led", c.at("anode"), m);
    c.r("led", m, n, LEAD);
    c.d("led", n, c.at("cathode"), OPTO, mode === "led-open" ? "open" : undefined);
    c.r("ch", c.at("mt1"), c.at("mt2"), channel(s.on, mode, p.onOhms!, p.snubberOhms));
  },
  "inverter-bridge": (c, p, _s, mode, size) => {
    six(c, p, mode);
    const m = c.inner("link");
    c.r("link", c.at("p"), m, 0.05);
    c.c("link", m, c.at("n"), p.linkFarads! * (mode === "link-low" ? size : 1));
    c.r("bleed", c.at("p"), c.at("n"), mode === "bleeder-open" ? OPEN : p.bleederOhms!);
  },
  "spark-driver": (c, p, _s, mode, size) => {
    const ohms = p.volts! / p.amps!;
    c.r("in", c.at("1"), c.at("2"), mode === "open" ? OPEN : mode === "shorted" ? size * ohms : ohms);
  },
  gap: (c, p, _s, mode, size) =>
    c.r("g", c.at("a"), c.at("b"), mode === "bridged" ? size : mode === "joined" ? 0.01 : p.insulationOhms!),
};
