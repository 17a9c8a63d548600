/** npm run method:tables: writes docs/method/tables.md, the model beside published values and the judged statements. */
import { writeFileSync } from "node:fs";
import { compileModel, DEFAULT_BODY, MODEL_VERSION } from "#core/mechanics/model";
import { variedBodies } from "#core/mechanics/variation";
import { armCases } from "#core/validation/arm-cases";
import { compareMomentArms, type ComparedRow } from "#core/validation/published";
import { compareTorques } from "#core/validation/torque";

const model = compileModel();
const bodies = variedBodies(DEFAULT_BODY, 15, 4).map((b) => compileModel(b));
const rows = (list: ComparedRow[], unit: string) => ["| quantity | model | accepted band | in band | source (recalled, unverified) |", "| --- | --- | --- | --- | --- |", ...list.map((r) => `| ${r.what} | ${r.value.toFixed(2)}${unit} | ${r.band.join(" to ")} | ${r.inBand ? "yes" : "no"} | ${r.source} |`)].join("\n");
const numbers = (n: Record<string, number>) => Object.entries(n).map(([k, v]) => `${k} ${Number(v.toFixed(2))}`).join(", ");

writeFileSync(
  "docs/method/tables.md",
  `# Tables of model version ${MODEL_VERSION}

Written by \`npm run method:tables\`; the same comparisons are tests. The arm's reference lengths and some optimum
lengths were set by hand against these torque-angle shapes and moment-arm sources (see the provenance of each head in
\`src/core/anatomy/muscles/arm.json\`), so agreement here is a fit and not a validation. A calibration program with left-out
curves is still to come.

## Moment arms, cm
${rows(compareMomentArms(model), "")}

## Elbow torque over its own peak
${rows(compareTorqueAngle(model), "")}

## Statements coaches make about the arm
"holds" is the share of 15 varied bodies in which the numeric check holds.

| case | statement | verdict | holds | because | numbers in the default body |
| --- | --- | --- | --- | --- | --- |
${armCases.map((c) => `| ${c.id} | ${c.statement} | **${c.verdict}** | ${bodies.filter((b) => c.judge(b).holds).length} of 15 | ${c.because} | ${numbers(c.judge(model).numbers)} |`).join("\n")}
`,
);
