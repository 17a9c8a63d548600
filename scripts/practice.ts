/** The commands that move a practice: whose database it is, and the reason where it cannot be done. */
import { resolve } from "node:path";
import { runningCluster, startCluster } from "./cluster";
import { CannotMove, exportPractice, importPractice } from "./move";
import { migrate } from "#server/database/migrate";

const [act, ...rest] = process.argv.slice(2);
const [practice, file] = act === "export" ? rest : [null, rest[0]];
const say = (line: string) => process.stdout.write(`${line}\n`);

async function main(): Promise<void> {
  if (!file || (act === "export" && !practice))
    throw new CannotMove(
      "Say which: npm run practice:export -- ID practice.gryn.gz, or npm run practice:import -- practice.gryn.gz",
    );
  const folder = resolve(process.env.GRYN_DATA_DIR ?? ".gryn");
  const given = process.env.DATABASE_URL ?? runningCluster(folder);
  const own = given ? null : await startCluster(folder, process.env.GRYN_DATA_DIR !== undefined);
  try {
    const ownerUrl = given ?? own!.ownerUrl;
    await migrate(ownerUrl, { appUrl: process.env.GRYN_APP_DATABASE_URL });
    if (act === "export") say(`${await exportPractice(ownerUrl, practice!, resolve(file))} rows are in ${file}.`);
    else {
      const { practice: id, rows } = await importPractice(ownerUrl, resolve(file));
      say(`${rows} rows of the practice ${id} are here. Close it where it was: both would take what phones send.`);
    }
  } finally {
    await own?.stop();
  }
}

await main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof CannotMove ? error.message : String(error)}\n`);
  process.exitCode = 1;
});
