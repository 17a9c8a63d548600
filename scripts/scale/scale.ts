/**
 * `npm run scale -- --practices 1000 --clients 10000 --sets 5000000`: fills a private cluster in GRYN_DATA_DIR
 * (.gryn-scale unless given) with practices to measure by. Coaches sign in as coach-1@scale.example and so on.
 */
import { resolve } from "node:path";
import { parseArgs } from "node:util";
import { startCluster } from "../cluster";
import { migrate } from "#server/database/migrate";
import { coachOf, makeScale, SCALE_PASSWORD } from "./make";

const { values } = parseArgs({
  options: {
    practices: { type: "string", default: "1000" },
    clients: { type: "string", default: "10000" },
    sets: { type: "string", default: "5000000" },
  },
});
const size = { practices: Number(values.practices), clients: Number(values.clients), sets: Number(values.sets) };
if (Object.values(size).some((n) => !Number.isInteger(n) || n < 1) || size.clients < size.practices)
  throw new Error("Say whole numbers, and at least one client a practice.");
const say = (line: string) => process.stdout.write(`${line}\n`);

const folder = process.env.GRYN_DATA_DIR ?? ".gryn-scale";
const cluster = await startCluster(resolve(folder), true);
try {
  const begun = Date.now();
  await makeScale(cluster.ownerUrl, await migrate(cluster.ownerUrl), size, new Date().toISOString().slice(0, 10), say);
  say(`Done in ${Math.round((Date.now() - begun) / 1000)} s. Sign in as ${coachOf(1)} with: ${SCALE_PASSWORD}`);
} finally {
  await cluster.stop();
}
