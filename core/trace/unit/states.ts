export const RUNNING = "running";

export const STANDBY = "standby";

export const DEAD = "dead";

/** Seconds until a board has called its outputs. Common practice, no source. */
export const CALL_SECONDS = 10;
