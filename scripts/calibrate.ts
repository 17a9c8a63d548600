/**
 * npm run calibrate: fits the muscle groups to the torque curves, prints fit and left-out error by curve, writes
 * src/core/anatomy/calibration.json.
 */
import { writeFileSync } from "node:fs";
import { calibration } from "#core/anatomy/anatomy";
import { compileModel } from "#core/mechanics/compile";
import { calibrate } from "#core/validation/calibrate";
import { compareTorques } from "#core/validation/torque";

// fit from the literature's values, not from the last fit
for (const g of Object.values(calibration.groups)) Object.assign(g, { strength: 1, referenceLength: 0 });
const before = new Map(compareTorques(compileModel()).map((c) => [c.id, c.error]));
const { groups } = calibrate(compileModel());
for (const [name, fitted] of Object.entries(groups))
  Object.assign(calibration.groups[name]!, {
    strength: Number(fitted.strength.toFixed(3)),
    referenceLength: Number(fitted.referenceLength.toFixed(3)),
  });
writeFileSync("src/core/anatomy/calibration.json", `${JSON.stringify(calibration, null, 1)}\n`);

const after = compareTorques(compileModel());
const percent = (x: number) => `${Math.round(100 * x)} %`.padStart(6);
for (const use of ["fit", "left out"] as const) {
  const rows = after.filter((c) => c.use === use);
  process.stdout.write(
    `${use}: ${percent(rows.reduce((s, c) => s + c.error, 0) / rows.length)} (before ${percent(rows.reduce((s, c) => s + before.get(c.id)!, 0) / rows.length)})\n`,
  );
  for (const c of rows)
    process.stdout.write(
      `  ${c.id.padEnd(32)}${percent(c.error)}  before ${percent(before.get(c.id)!)}   ${c.points.map((p) => `${p.angle}: ${p.model.toFixed(0)}/${p.published}`).join("  ")}\n`,
    );
}
for (const [name, g] of Object.entries(calibration.groups))
  process.stdout.write(
    `${name.padEnd(20)} strength ${g.strength.toFixed(2)}  reference length ${g.referenceLength >= 0 ? "+" : ""}${g.referenceLength.toFixed(3)}\n`,
  );
