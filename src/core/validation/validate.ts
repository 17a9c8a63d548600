/**
 * What the model is worth, in numbers: published levers and lengths, joint torques, invariants and the judged
 * statements.
 */
import { mean } from "#core/base/numbers";
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse, COARSE_SAMPLES } from "#core/mechanics/analyse";
import { isGirdle } from "#core/mechanics/chains";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY, MODEL_VERSION, type Model } from "#core/mechanics/model";
import { createState, updateState } from "#core/mechanics/state";
import { variedBodies } from "#core/mechanics/variation";
import { seededRandom } from "#core/base/random";
import { compareActivity, PARTS, type ActivitySummary } from "#core/validation/activity";
import { cases, judgeCase, type JudgedCase } from "#core/validation/cases/cases";
import type { Verdict } from "#core/validation/cases/measure";
import { comparePublished, type ComparedRow } from "#core/validation/published";
import { compareLifts, type ComparedLift } from "#core/validation/strength-ratios";
import { compareTorques, type CurveError } from "#core/validation/torque";

export interface Invariant {
  what: string;
  /** the worst found, and what it must stay under */
  worst: number;
  limit: number;
  holds: boolean;
}

export interface Validation {
  modelVersion: string;
  summary: {
    /** all published rows, and those never used in tuning among them */
    rows: number;
    inBand: number;
    heldOut: number;
    heldOutInBand: number;
    /** mean over the curves of the root mean square relative error */
    torqueFit: number;
    torqueLeftOut: number;
    invariants: { checked: number; holding: number };
    /** lifts within 35 % of ordinary ratios after one logged lift, of those compared */
    lifts: { near: number; compared: number };
    /** expectations of who works and what ends the set, of all */
    activity: { met: number; of: number };
    /** setups whose first limiter is a muscle they are chosen for, of all */
    targetFirst: { met: number; of: number };
    cases: Record<Verdict, number>;
    bodies: number;
  };
  published: ComparedRow[];
  torques: CurveError[];
  invariants: Invariant[];
  lifts: ComparedLift[];
  activity: ActivitySummary;
  cases: JudgedCase[];
}

const worstOf = (list: readonly number[]) => list.reduce((most, v) => Math.max(most, Math.abs(v)), 0);

/** every moment arm is minus the slope of its head's length, in random poses, m */
function potential(model: Model): number {
  const random = seededRandom(7);
  const [state, moved] = [createState(model), createState(model)];
  const errors: number[] = [];
  // the upper arm is placed against the trunk, so that the blade's coordinates do not carry it along: the unit tests
  // turn both together
  const hinges = model.freedoms.flatMap((f, i) =>
    f.coordinate >= 0 && !isGirdle(f.id) ? [[i, f.coordinate] as const] : [],
  );
  for (let n = 0; n < 20; n++) {
    for (let k = 6; k < state.q.length; k++) state.q[k] = random();
    updateState(model, state);
    // a head that passes a joint of another chain becomes longer with it, and is left out of its balance
    for (const [f, c] of hinges) {
      moved.q.set(state.q);
      moved.q[c]! += 1e-6;
      updateState(model, moved);
      model.heads.forEach(
        (head, h) =>
          head.chain !== model.freedoms[f]!.chain ||
          errors.push(state.arms[h * model.freedoms.length + f]! + (moved.extent[h]! - state.extent[h]!) / 1e-6),
      );
    }
  }
  return worstOf(errors);
}

function invariantsOf(model: Model): Invariant[] {
  const setups = library.map((e) => resolveSetup(e));
  const right = setups.map((s) => analyse(model, s));
  const left = setups
    .filter((s) => s.exercise.sides === "one")
    .map((s) => [analyse(model, s), analyse(model, s, { side: "left" })] as const);
  const heavier = compileModel({ ...model.body, stature: model.body.stature * 1.1 });
  const positions = (m: Model) => m.heads.flatMap((h) => [h.shortest, h.longest]);
  const invariant = (what: string, worst: number, limit: number): Invariant => ({
    what,
    worst,
    limit,
    holds: worst <= limit,
  });
  return [
    invariant("moment arm is minus the slope of length, m", potential(model), 1e-5),
    invariant("unbalanced torque in any default setup, Nm", worstOf(right.map((a) => a.residual)), 0.5),
    invariant("default setups that cannot be lifted", right.filter((a) => !a.feasible).length, 0),
    invariant(
      "numbers that are not finite",
      right
        .flatMap((a) => [...a.resistance, ...a.strength, ...a.heads.flatMap((h) => [...h.force, ...h.length])])
        .filter((v) => !Number.isFinite(v)).length,
      0,
    ),
    invariant(
      "left against right, strength curve",
      worstOf(left.flatMap(([r, l]) => [...r.strength].map((v, i) => v - l.strength[i]!))),
      1e-6,
    ),
    invariant(
      "shares of all work add up to at most one",
      Math.max(0, ...right.map((a) => a.heads.reduce((s, h) => s + (h.metrics?.shareOfAll ?? 0), 0) - 1)),
      1e-9,
    ),
    invariant(
      "usable lengths of a body a tenth taller",
      worstOf(positions(heavier).map((v, i) => v - positions(model)[i]!)),
      0.01,
    ),
  ];
}

/** setups whose set ends first by a muscle they are chosen for */
function targetFirst(model: Model): { met: number; of: number } {
  const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  const met = setups.filter((s) => {
    const [first] = analyse(model, s, { samples: COARSE_SAMPLES }).limiters;
    return first !== undefined && s.exercise.targets.includes(first.muscle);
  });
  return { met: met.length, of: setups.length };
}

/** @param bodies how many varied bodies the statements are judged in, from the seed */
export function validate(bodies = 15, seed = 4): Validation {
  const model = compileModel();
  const varied = variedBodies(DEFAULT_BODY, bodies, seed).map((b) => compileModel(b));
  const published = comparePublished(model);
  const heldOut = published.filter((r) => r.use === "never used");
  const torques = compareTorques(model);
  const error = (use: CurveError["use"]) => mean(torques.filter((t) => t.use === use).map((t) => t.error));
  const invariants = invariantsOf(model);
  const lifts = compareLifts(DEFAULT_BODY);
  const activity = compareActivity(model);
  const judged = cases.map((c) => judgeCase(c, model, varied));
  const verdicts: Record<Verdict, number> = { agrees: 0, contradicts: 0, undecided: 0 };
  for (const c of judged) verdicts[c.verdict]++;
  return {
    modelVersion: MODEL_VERSION,
    summary: {
      rows: published.length,
      inBand: published.filter((r) => r.inBand).length,
      heldOut: heldOut.length,
      heldOutInBand: heldOut.filter((r) => r.inBand).length,
      torqueFit: error("fit"),
      torqueLeftOut: error("left out"),
      invariants: { checked: invariants.length, holding: invariants.filter((i) => i.holds).length },
      lifts: { near: lifts.filter((l) => l.near).length, compared: lifts.length },
      activity: {
        met: PARTS.reduce((s, p) => s + activity.met[p].met, 0),
        of: PARTS.reduce((s, p) => s + activity.met[p].of, 0),
      },
      targetFirst: targetFirst(model),
      cases: verdicts,
      bodies,
    },
    published,
    torques,
    invariants,
    lifts,
    activity,
    cases: judged,
  };
}
