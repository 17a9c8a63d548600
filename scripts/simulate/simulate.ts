/**
 * `npm run simulate`: clients whose truth is known train for half a year, and every estimator of the review is held
 * against it. Nothing here is the estimators' own model (src/core/simulation/truth.ts).
 * Options: --clients 60 --weeks 26 --seed 1; --fill writes them into the demo practice of the Gryn that runs here, with
 * weeks that end today, in place of the figures.
 */
import { resolve } from "node:path";
import { parseArgs } from "node:util";
import { dateBefore } from "#core/base/dates";
import { simulatePractice, weeksBefore } from "#core/simulation/practice";
import { runningCluster } from "../cluster";
import { openDatabase } from "#server/database/database";
import { migrate } from "#server/database/migrate";
import { trainedId, writeSimulated } from "#server/demo/history";
import { DEMO_PRACTICE, DEMO_SIGN_IN, demoId } from "#server/identity/demo-practice";
import {
  bandFigures,
  changeFigures,
  evidenceFigures,
  raiseFigures,
  repsFigures,
  sideFigures,
  stillFigures,
  wrongFigures,
} from "./figures";

const { values } = parseArgs({
  options: {
    clients: { type: "string", default: "60" },
    weeks: { type: "string", default: "26" },
    seed: { type: "string", default: "1" },
    fill: { type: "boolean", default: false },
  },
});
const [clients, weeks, seed] = [Number(values.clients), Number(values.weeks), Number(values.seed)];
const from = values.fill ? weeksBefore(new Date().toISOString().slice(0, 10), weeks) : "2026-01-04";
const today = dateBefore(from, -7 * weeks);

const begun = Date.now();
const practice = simulatePractice({ seed, clients, weeks, from });
const sets = practice.clients.reduce((n, c) => n + c.training.entries.length, 0);
console.log(
  `${clients} clients, ${weeks} weeks, seed ${seed}: ${sets} sets in ${((Date.now() - begun) / 1000).toFixed(0)} s`,
);

function table(title: string, rows: readonly object[]): void {
  console.log(`\n${title}`);
  console.table(
    rows.map((r) =>
      Object.fromEntries(
        Object.entries(r).map(([k, v]) => [
          k,
          typeof v === "number" && !Number.isInteger(v) ? Number(v.toFixed(3)) : v,
        ]),
      ),
    ),
  );
}

if (values.fill) {
  await fill(practice.clients);
  process.exit(0);
}

table("Reps offered less reps done", repsFigures(practice));
table("Raises", [raiseFigures(practice)]);
table("Bands about the next first set", [bandFigures(practice)]);
table("Change over twelve weeks", [changeFigures(practice)]);
table("Left and right", [sideFigures(practice)]);
table("Standing still, asked at every workout for 20 weeks", stillFigures(practice));
table("Wrong entries", [wrongFigures(practice)]);
table("Evidence by setup", [evidenceFigures(practice, today)]);

async function fill(list: typeof practice.clients): Promise<void> {
  const ownerUrl = process.env.GRYN_OWNER_URL ?? runningCluster(resolve(process.env.GRYN_DATA_DIR ?? ".gryn"));
  if (!ownerUrl) throw new Error("No Gryn runs on this folder. Start it with npm start, then say this again.");
  const database = openDatabase(await migrate(ownerUrl), 2);
  try {
    for (const [i, client] of list.entries()) {
      const id = trainedId(i);
      const program = { ...client.program, clientId: id };
      await writeSimulated(database, DEMO_PRACTICE, demoId(DEMO_SIGN_IN.email), { ...client, id, program });
      process.stdout.write(`\r${i + 1} of ${list.length} written`);
    }
    console.log();
  } finally {
    await database.close();
  }
}
