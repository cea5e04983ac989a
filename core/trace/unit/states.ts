export const LIVE_CALLED = "called";

export const LIVE_REST = "rest";

export const DEAD = "dead";

/** Seconds until a board has called its outputs. Common practice, no source. */
export const CALL_SECONDS = 10;
