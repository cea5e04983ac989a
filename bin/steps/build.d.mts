/** See build.mjs. */
export function ensureBuild(root: string): Promise<void>;
