/** Types for the tests; see port.mjs. */
export function freePort(wanted?: number): Promise<number>;
export function exactPort(wanted: number): Promise<number>;
export function readPort(text: string | undefined, otherwise: number): number;
