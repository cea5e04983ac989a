/** Types for the tests that start a shop of their own; see dictionaries.mjs. */
export function awaitDictionaries(url: string): Promise<void>;
export function passDictionaries(fromUrl: string, toUrl: string): Promise<void>;
export function writeDictionaries(url: string, folder: string): Promise<void>;
