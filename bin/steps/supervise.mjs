import { say } from "./say.mjs";
import { startServer, stopServer } from "./serve.mjs";

/** More ends than this within the window mean that starting again does not help. */
const MOST_ENDS = 5;
const WINDOW_MS = 60_000;
/** How often both are looked at, ms. */
const LOOK_MS = 500;

/** Counts how often something ended by itself; `once` is false when that was too often to go on. */
export class Restarts {
  #ends = [];
  constructor(most = MOST_ENDS) {
    this.most = most;
  }
  once(now = Date.now()) {
    this.#ends = [...this.#ends.filter((at) => now - at < WINDOW_MS), now];
    return this.#ends.length <= this.most;
  }
}

/**
 * Keeps the database and the web server running: whichever ends by itself is started again, the other goes on. One look after the
 * other, so that two ends at once are never mended twice.
 *
 * @param giveUp called with words when one of them does not stay up
 * @param most ends of either within a minute before that
 */
export class Supervisor {
  #ending = false;
  #restarts;
  #looking;
  #wake = () => undefined;

  constructor(root, cluster, port, giveUp, most = MOST_ENDS) {
    Object.assign(this, { root, cluster, port, giveUp });
    this.#restarts = { database: new Restarts(most), web: new Restarts(most) };
  }

  /** Starts the web server, and from then on watches both. Returns its address. */
  async start() {
    await this.#startWeb();
    this.#looking = this.#watch();
    return this.server.address;
  }

  async stop() {
    this.#ending = true;
    this.#wake();
    await this.#looking;
    if (this.server) await stopServer(this.server.child);
  }

  async #watch() {
    while (!this.#ending) {
      try {
        await this.#look();
      } catch (error) {
        // Counted as one more end; the next look tries again.
        say(`  ${error.message}`);
      }
      await new Promise((resolve) => {
        const timer = setTimeout(resolve, LOOK_MS);
        this.#wake = () => (clearTimeout(timer), resolve());
      });
    }
  }

  async #look() {
    if (!this.cluster.runs) {
      if (!this.#restarts.database.once()) return this.#stopTrying("The database ended again and again.");
      say("! The database ended. Starting it again; what is entered meanwhile waits in the browsers.");
      await this.cluster.start();
      say("  the database runs again");
    }
    const { child } = this.server;
    const hasEnded = child.exitCode !== null || child.signalCode !== null;
    // The database's port was taken meanwhile, so it moved, and the web server has to be told.
    const hasMoved = this.databaseUrl !== this.cluster.appUrl;
    if (this.#ending || (!hasEnded && !hasMoved)) return;
    if (hasEnded) {
      const how = child.signalCode ?? `code ${child.exitCode}`;
      if (!this.#restarts.web.once())
        return this.#stopTrying(`The web server ended again and again (${how}).`);
      say(`! The web server ended (${how}). Starting it again.`);
    } else await stopServer(child);
    await this.#startWeb();
    say("  the web server runs again");
  }

  async #startWeb() {
    const databaseUrl = this.cluster.appUrl;
    this.server = await startServer(this.root, databaseUrl, this.port);
    this.databaseUrl = databaseUrl;
    // The port that it got is kept: what waits in a browser waits for this address.
    this.port = Number(new URL(this.server.address).port);
    this.server.child.once("exit", () => this.#wake());
  }

  #stopTrying(message) {
    this.#ending = true;
    this.giveUp(message);
  }
}
