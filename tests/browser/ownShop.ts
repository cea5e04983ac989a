import { passDictionaries } from "../../bin/steps/dictionaries.mjs";
import { throwAwayCluster, type Cluster } from "../../bin/steps/postgres.mjs";
import { prepareDatabase } from "../../bin/steps/serve.mjs";

/** The database of a demo shop of the test's own, which knows of its units what the shared one does. */
export async function ownShop(options: { readonly durable: boolean }): Promise<Cluster> {
  const cluster = throwAwayCluster(options);
  await cluster.start();
  await prepareDatabase(process.cwd(), cluster);
  await passDictionaries(process.env["DATABASE_URL"]!, cluster.url);
  return cluster;
}
