/** A start of the database in a process of its own, for tests that kill it. */
import { startCluster } from "../../scripts/cluster";

const cluster = await startCluster(process.argv[2]!, true);
process.stdout.write(`up ${cluster.ownerUrl}\n`);
setInterval(() => undefined, 1000);
