import { say } from "./say.mjs";
import { startServer, stopServer } from "./serve.mjs";

/** More ends than this within the window mean that starting again does not help. */
const MOST_ENDS = 5;
const WINDOW_MS = 60_000;
/** How often the database is looked at, ms. */
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
 * Keeps the database and the web server running: whichever ends by itself is started again, the other goes on.
 *
 * @param giveUp called with words when one of them does not stay up
 * @param most ends of either within a minute before that
 */
export class Supervisor {
  #ending = false;
  #restarts;

  constructor(root, cluster, port, giveUp, most = MOST_ENDS) {
    Object.assign(this, { root, cluster, port, giveUp });
    this.#restarts = { database: new Restarts(most), web: new Restarts(most) };
  }

  /** Starts the web server, and from then on watches both. Returns its address. */
  async start() {
    await this.#startWeb();
    this.#watching = setTimeout(() => void this.#look(), LOOK_MS);
    return this.server.address;
  }

  #watching;

  async stop() {
    this.#ending = true;
    clearTimeout(this.#watching);
    if (this.server) await stopServer(this.server.child);
  }

  async #startWeb() {
    this.databaseUrl = this.cluster.appUrl;
    this.server = await startServer(this.root, this.databaseUrl, this.port);
    // The port that it got is kept: what waits in a browser waits for this address.
    this.port = Number(new URL(this.server.address).port);
    const { child } = this.server;
    child.once("exit", (code, signal) => void this.#webEnded(child, signal ?? `code ${code}`));
  }

  async #webEnded(child, how) {
    if (this.#ending || child !== this.server.child) return;
    if (!this.#restarts.web.once()) return this.giveUp(`The web server ended again and again (${how}).`);
    say(`! The web server ended (${how}). Starting it again.`);
    try {
      await this.#startWeb();
      say("  the web server runs again");
    } catch (error) {
      this.giveUp(error.message, error.fix);
    }
  }

  async #look() {
    try {
      if (!this.cluster.runs) await this.#databaseEnded();
    } finally {
      if (!this.#ending) this.#watching = setTimeout(() => void this.#look(), LOOK_MS);
    }
  }

  async #databaseEnded() {
    if (this.#ending) return;
    if (!this.#restarts.database.once()) return this.giveUp("The database ended again and again.");
    say("! The database ended. Starting it again; what is entered meanwhile waits in the browsers.");
    try {
      await this.cluster.start();
    } catch (error) {
      return this.giveUp(error.message, error.fix);
    }
    say("  the database runs again");
    if (this.cluster.appUrl === this.databaseUrl || this.#ending) return;
    // Its port was taken meanwhile, so it moved, and the web server has to be told.
    const before = this.server.child;
    this.server.child.removeAllListeners("exit");
    await stopServer(before);
    await this.#startWeb();
  }
}
