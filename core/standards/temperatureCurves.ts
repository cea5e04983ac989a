/**
 * Resistance of an NTC by the beta equation, R = R25 · exp(B · (1/T − 1/298.15)), T in kelvin.
 * @param celsius temperature, > −273.15
 */
export function ntcOhms(ohms25: number, beta: number, celsius: number): number {
  return ohms25 * Math.exp(beta * (1 / (celsius + 273.15) - 1 / 298.15));
}

/** IEC 60751: coefficients of the platinum curve, per °C, °C² and °C⁴. */
const PLATINUM = { a: 3.9083e-3, b: -5.775e-7, c: -4.183e-12 };

/**
 * Resistance of a platinum sensor by the Callendar–Van Dusen equation of IEC 60751, −200 to 850 °C:
 * R = R0·(1 + a·t + b·t² + c·(t − 100)·t³), the last term below 0 °C only.
 */
export function platinumOhms(ohms0: number, celsius: number): number {
  const { a, b, c } = PLATINUM;
  const t = celsius;
  return ohms0 * (1 + a * t + b * t * t + (t < 0 ? c * (t - 100) * t ** 3 : 0));
}

/** IEC 60584-1, type K from 0 to 1372 °C: mV = Σ cᵢ·tⁱ + a₀·exp(a₁·(t − 126.9686)²). From memory. */
const TYPE_K = [
  -0.17600413686e-1, 0.38921204975e-1, 0.18558770032e-4, -0.99457592874e-7, 0.31840945719e-9,
  -0.56072844889e-12, 0.56075059059e-15, -0.32020720003e-18, 0.97151147152e-22, -0.12104721275e-25,
];

/** The same from −270 to 0 °C: mV = Σ cᵢ·tⁱ. From memory. */
const TYPE_K_BELOW = [
  0, 0.39450128025e-1, 0.23622373598e-4, -0.32858906784e-6, -0.49904828777e-8, -0.67509059173e-10,
  -0.57410327428e-12, -0.31088872894e-14, -0.10451609365e-16, -0.19889266878e-19, -0.16322697486e-22,
];

/** EMF of a type K thermocouple in mV against a junction at 0 °C, for −270 to 1372 °C. */
export function typeKMillivolts(celsius: number): number {
  const coefficients = celsius < 0 ? TYPE_K_BELOW : TYPE_K;
  const polynomial = coefficients.reduceRight((sum, c) => sum * celsius + c, 0);
  return celsius < 0
    ? polynomial
    : polynomial + 0.1185976 * Math.exp(-0.1183432e-3 * (celsius - 126.9686) ** 2);
}
