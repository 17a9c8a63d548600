/**
 * Learns from the database that a job, or something of a practice, has changed, on a connection of its own: LISTEN
 * needs one that stays, which no pooler in transaction mode gives. Signals are hints; who waits for them looks again
 * from time to time anyway.
 */
import { EventEmitter } from "node:events";
import pg from "pg";

export interface Signals {
  /**
   * @param channel a job's id, "practice " and its id, SENSOR or SCALE, or null for any job
   * @param heard with what is said of a device; of the others it is a hint and nothing else
   * @returns ends the listening
   */
  on(channel: string | null, heard: (said?: string) => void): () => void;
  close(): Promise<void>;
}

const CHANNEL = "gryn_job";
const ANY = "any";
/** a simulated sensor begins a set: told to every server, since a phone listens to one of them */
export const SENSOR = "sensor";
/** a simulated hand scale is pulled otherwise, likewise */
export const SCALE = "scale";
const DEVICES = [SENSOR, SCALE];
/** ms between two tries of a connection that was lost */
const AGAIN = 1000;

/** @param url straight to the database, not through a pooler */
export function listenForJobs(url: string): Signals {
  const heard = new EventEmitter();
  heard.setMaxListeners(0);
  let connection: pg.Client | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;
  let closed = false;

  const connect = async (): Promise<void> => {
    const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 3000, keepAlive: true });
    const lost = () => {
      if (connection !== client && connection !== null) return;
      connection = null;
      client.end().catch(() => undefined);
      if (closed || timer) return;
      timer = setTimeout(() => {
        timer = null;
        void connect();
      }, AGAIN);
      timer.unref();
    };
    client.on("error", lost);
    client.on("end", lost);
    client.on("notification", ({ payload }) => {
      const device = DEVICES.find((d) => payload?.startsWith(`${d} `));
      if (device) return void heard.emit(device, payload!.slice(device.length + 1));
      heard.emit(payload ?? ANY);
      if (!payload?.startsWith("practice ")) heard.emit(ANY);
    });
    try {
      await client.connect();
      await client.query(`listen ${CHANNEL}`);
      connection = client;
      if (closed) await client.end();
      // whatever was said meanwhile was not heard
      for (const name of heard.eventNames()) heard.emit(name);
    } catch {
      lost();
    }
  };
  void connect();

  return {
    on(channel, listener) {
      heard.on(channel ?? ANY, listener);
      return () => void heard.off(channel ?? ANY, listener);
    },
    async close() {
      closed = true;
      if (timer) clearTimeout(timer);
      heard.removeAllListeners();
      await connection?.end().catch(() => undefined);
    },
  };
}
