import { expose } from "comlink";
import { symptomGroups } from "#core/sequence/index.ts";
import { symptomsKnown } from "#core/view/index.ts";
import { fetchedDictionary } from "./fetchedDictionary.ts";
import type { SymptomsWorker } from "./symptomsProtocol.ts";

const worker: SymptomsWorker = {
  async groups(unit, address, report) {
    const dictionary = address === undefined ? undefined : await fetchedDictionary(unit, address);
    return (dictionary && symptomsKnown(dictionary)) ?? symptomGroups(unit, (done) => report(done));
  },
};

expose(worker);
