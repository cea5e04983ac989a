/** Types for the tests; see lock.mjs. */
export function lockFolder(folder: string): Promise<{ tell(address: string): void; release(): void }>;
