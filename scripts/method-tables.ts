/** npm run method:tables: writes docs/method/tables.md, the model beside published values and the judged statements. */
import { writeFileSync } from "node:fs";
import { compileModel } from "#core/mechanics/compile";
import { girdleForces } from "#core/validation/dynamometer";
import { validate } from "#core/validation/validate";

const { modelVersion, summary, published, torques, invariants, lifts, cases } = validate();
const girdle = girdleForces(compileModel());
const percent = (x: number) => `${Math.round(100 * x)} %`;
const numbers = (n: Record<string, number>) =>
  Object.entries(n)
    .map(([k, v]) => `${k} ${Number(v.toFixed(2))}`)
    .join(", ");
const table = (head: string[], rows: string[][]) =>
  [head, head.map(() => "---"), ...rows].map((r) => `| ${r.join(" | ")} |`).join("\n");
const rowsOf = (use: string) =>
  published
    .filter((r) => r.use === use)
    .map((r) => [
      r.what,
      `${r.value.toFixed(r.unit === "cm" ? 1 : 2)} ${r.unit}`,
      r.band.join(" to "),
      r.inBand ? "yes" : "**no**",
      r.source,
    ]);

writeFileSync(
  "docs/method/tables.md",
  `# Tables of model version ${modelVersion}

Written by \`npm run method:tables\` from what \`npm run -s gryn -- validate\` prints; the same comparisons are tests. All
published values are recalled and unverified; a band is the spread between studies.

${summary.inBand} of ${summary.rows} published rows are in their band (${summary.heldOutInBand} of the ${summary.heldOut} never used in tuning). Joint torques are off by
${percent(summary.torqueFit)} on the curves that were fitted and by ${percent(summary.torqueLeftOut)} on those left out. ${summary.invariants.holding} of ${summary.invariants.checked} invariants hold. Of ${cases.length} statements
the model agrees with ${summary.cases.agrees}, contradicts ${summary.cases.contradicts} and leaves ${summary.cases.undecided} undecided.

## Levers and lengths used in tuning
${table(["quantity", "model", "accepted band", "in band", "source"], rowsOf("tuned"))}

## Levers and lengths never used
${table(["quantity", "model", "accepted band", "in band", "source"], rowsOf("never used"))}

## Isometric joint torques, Nm
At the shoulder a dynamometer reads what is left when the other freedoms of shoulder and girdle are balanced, so the model is
read in the same way there; what all agonists would give at once stands behind it. Limbs below are strapped: their sum is read.

${table(
  ["curve", "use", "error", "angle: model / published (sum of all that pull)", "source (recalled)"],
  torques.map((t) => [
    t.id,
    t.use,
    percent(t.error),
    t.points
      .map(
        (p) =>
          `${p.angle}: ${p.model.toFixed(0)} / ${p.published}${Math.abs(p.sum - p.model) < 0.5 ? "" : ` (${p.sum.toFixed(0)})`}`,
      )
      .join(", "),
    t.source,
  ]),
)}

One arm, level and straight, presses forwards with ${girdle.forwards.toFixed(0)} N and draws back with ${girdle.back.toFixed(0)} N by
shoulder and blade alone; isokinetic measurements read 350 to 450 N (Cools 2004, recalled), at speed and with a trunk that gives way.

## Invariants
${table(
  ["what", "worst found", "limit", "holds"],
  invariants.map((i) => [i.what, i.worst.toPrecision(2), String(i.limit), i.holds ? "yes" : "**no**"]),
)}

## Loads after one lift, kg
A bench press of 80 kg is all that is known of the client; ordinary ratios are recalled and unverified. ${summary.lifts.near} of ${summary.lifts.compared} are within 35 %.

${table(
  ["lift", "model", "ordinary", "within 35 %"],
  lifts.map((l) => [l.exercise, l.model?.toFixed(0) ?? "none", l.ordinary.toFixed(0), l.near ? "yes" : "**no**"]),
)}

## Statements coaches make
"holds" is the number of ${summary.bodies} varied bodies in which the numeric check holds.

${table(
  ["case", "statement", "verdict", "holds", "because", "numbers in the default body"],
  cases.map((c) => [
    c.id,
    c.statement,
    `**${c.verdict}**`,
    `${c.holdsIn} of ${c.bodies}`,
    c.because,
    numbers(c.numbers),
  ]),
)}
`,
);
