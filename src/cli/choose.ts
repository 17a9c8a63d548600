/** Commands about choosing: rank, cover, sweep, find. */
import { choose as spoken } from "#core/words/cli";
import { findHead, headsOf, muscles } from "#core/anatomy/anatomy";
import { AIMS, findBest, type Aim, type Bounds } from "#core/bench/find";
import { adviseRange, partFacts, rangeText } from "#core/bench/range";
import { IN_REP, QUANTITIES, REP, sweep, sweepMap, sweepRep, type Quantity } from "#core/bench/sweep";
import { clientInput } from "#core/clients/schema";
import { bodyOf as clientBody, type ClientInput } from "#core/clients/client";
import { coveringOf } from "#core/covering/cells";
import { complements, smallestSet } from "#core/covering/smallest";
import { CURRENT_EDITION, type Edition } from "#core/edition/edition";
import { EQUIPMENT } from "#core/exercises/choices";
import { JOINTS, SEVERITIES, type Joint, type Severity } from "#core/exercises/joints";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup, setupName } from "#core/exercises/setup";
import { compileModel } from "#core/mechanics/compile";
import type { Body } from "#core/mechanics/model";
import { surveySetups, type Survey, type SurveyRow } from "#core/mechanics/survey";
import { prescriptionsOf } from "#core/program/edit";
import { findGroup, groups } from "#core/planning/groups";
import { programSchema, type Program } from "#core/program/document";
import { workOf } from "#core/program/purpose";
import { becauseText } from "#core/ranking/because-words";
import { fits, NARROWING_NAMES, type Narrowing } from "#core/ranking/narrow";
import { contextOf, notFor, rankHead, type RankingContext } from "#core/ranking/rank";
import { bad, bodyOf, documentOf, exerciseOf, numberOf, valuesOf, type Options } from "./input";

const oneOf = <T extends string>(text: string, list: readonly T[], what: string): T =>
  list.find((x) => x === text) ?? bad(spoken.thereIsNoWhat({ what, text, what2: list.join(", ") }));

const headOf = (text: string | undefined): string => {
  const head = text ?? bad(spoken.whichHeadHeadId());
  return findHead(head) ? head : bad(spoken.thereIsNoHead({ head }));
};

function editionOf(o: Options): Edition {
  if (o.school === undefined) return CURRENT_EDITION;
  const { schools } = CURRENT_EDITION;
  const id = oneOf(
    o.school,
    schools.map((s) => s.id),
    "school",
  );
  return { ...CURRENT_EDITION, school: schools.find((s) => s.id === id)! };
}

/** a client's body and wishes, changed by what is said beside the file */
function contextFrom(o: Options): { body: Body; context: RankingContext } {
  const client = o.client === undefined ? null : documentOf<ClientInput>(o.client, "client", clientInput);
  const body = client ? clientBody(client) : bodyOf(o);
  const context: RankingContext = client ? contextOf(client) : { equipment: null, joints: [], mass: body.mass };
  const joints = (o.joint ?? []).map((text) => {
    const [joint, severity = "sore"] = text.split("=");
    return {
      joint: oneOf<Joint>(joint!, JOINTS, "joint"),
      severity: oneOf<Severity>(severity, SEVERITIES, "severity"),
    };
  });
  return {
    body,
    context: {
      ...context,
      joints: [...context.joints, ...joints],
      equipment: o.equipment
        ? o.equipment
            .split(",")
            .filter(Boolean)
            .map((e) => oneOf(e, EQUIPMENT, "piece of equipment"))
        : context.equipment,
      goal: numberOf(o, "goal", 0, 0, 1),
    },
  };
}

/** @param file an exercise of one's own, ranked among the library's */
export function rankCommand(file: string | undefined, o: Options): unknown {
  const head = headOf(o.head);
  const edition = editionOf(o);
  const { body, context } = contextFrom(o);
  const only = (o.only ?? []).map((n) => oneOf<Narrowing>(n, NARROWING_NAMES, "narrowing"));
  const own = file === undefined ? null : exerciseOf(file);
  const all = new Map(exercises);
  if (own) all.set(own.id, own);
  const setups = [...library.filter((e) => e.id !== own?.id), ...(own ? [own] : [])].flatMap((e) =>
    (e.setups.length ? e.setups : [{ values: {} }]).map((s) => resolveSetup(e, s.values)),
  );
  const survey = surveySetups(
    setups,
    body,
    numberOf(o, "bodies", 6, 0, 64, true),
    numberOf(o, "seed", 1, 0, 1e9, true),
  );
  const rows = rankHead(survey, head, edition, all, context).filter((r) =>
    fits(only, r.exercise, r.row, edition.method),
  );
  return {
    head,
    school: edition.school.id,
    goal: context.goal,
    modelVersion: survey.modelVersion,
    rows: rows.map((r) => ({
      place: r.place,
      tied: r.tied,
      setup: r.row.setupKey,
      exercise: r.exercise.id,
      name: setupName(r.exercise, r.row.values),
      group: r.group,
      score: r.score,
      low: r.low,
      high: r.high,
      tier: r.tier.id,
      tierHolds: r.tierHolds,
      tension: r.tension,
      best: r.best,
      nearness: r.nearness,
      factors: r.factors,
      points: r.points,
      strains: r.strains,
      because: becauseText(r.because),
      out: r.out,
    })),
    notFor: notFor(survey, head, all, edition).map((r) => ({
      setup: r.row.setupKey,
      name: setupName(r.exercise, r.row.values),
      share: r.share,
    })),
  };
}

/** rows of what counts in a week, also of setups that the library does not name */
function rowsOf(week: Program, survey: Survey, body: Body): SurveyRow[] {
  const known = new Map(survey.rows.map((r) => [r.setupKey, r]));
  return prescriptionsOf(workOf(week)).flatMap((p) => {
    const exercise = exercises.get(p.exerciseId);
    if (known.has(p.setupKey) || !exercise) return known.get(p.setupKey) ?? [];
    return surveySetups([resolveSetup(exercise, p.values)], body, 0).rows;
  });
}

/** the smallest set that covers a muscle or group, and what a week leaves open */
export function coverCommand(o: Options): unknown {
  const id = o.muscle ?? bad(spoken.whichMuscleOrGroup());
  const known = [...groups.map((g) => g.id), ...muscles.map((m) => m.id)];
  const heads = findGroup(id)?.heads ?? headsOf(id).map((h) => h.id);
  if (heads.length === 0) bad(spoken.thereIsNoMuscle({ id, what: known.join(", ") }));
  const { body, context } = contextFrom(o);
  const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  const survey = surveySetups(setups, body, 0);
  const covering = coveringOf(survey, heads, editionOf(o), exercises, context);
  const { setups: chosen, proven, nodes, uncovered } = smallestSet(covering.cells, covering.setups);
  const week = o.week === undefined ? null : documentOf(o.week, "program", programSchema);
  const covered = week && new Set(rowsOf(week, survey, body).flatMap(covering.coveredIn));
  const wanted = new Set(covering.cells.map((c) => c.id));
  return {
    muscle: id,
    cells: covering.cells,
    proven,
    nodes,
    set: chosen.map((s) => ({ setup: s.row.setupKey, name: s.name, score: s.score, covers: [...s.covers] })),
    minutes: chosen.reduce((s, x) => s + x.minutes, 0),
    uncovered: uncovered.map((c) => c.id),
    ...(covered
      ? {
          week: {
            covered: [...covered],
            missing: covering.cells.filter((c) => !covered.has(c.id)).map((c) => c.id),
            complements: complements(covering.setups, covered, wanted)
              .slice(0, 5)
              .map(({ setup, adds }) => ({ setup: setup.row.setupKey, name: setup.name, adds })),
          },
        }
      : {}),
  };
}

/** what numbers do while one parameter, or two, goes through its range */
export function sweepCommand(name: string | undefined, o: Options): unknown {
  const exercise = exerciseOf(name);
  const model = compileModel(bodyOf(o));
  const values = valuesOf(o.set ?? [], exercise);
  const asked = (o.head ?? bad(spoken.whichHeadsHeadId())).split(",").map((h) => headOf(h));
  const quantity = oneOf<Quantity>(o.quantity ?? "tension", Object.keys(QUANTITIES) as Quantity[], "quantity");
  const parameters = o.parameter ?? bad(spoken.whichParameterParameterId());
  if (parameters[0] === REP && parameters.length === 1) {
    const through = oneOf(quantity, IN_REP, "quantity through the rep");
    const series = asked.map((head) => ({ head, quantity: through }));
    return { exercise: exercise.id, quantity, ...sweepRep(model, exercise, values, series) };
  }
  for (const p of parameters)
    oneOf(
      p,
      exercise.parameters.map((q) => q.id),
      "parameter",
    );
  const [first, second] = parameters;
  if (parameters.length > 2) bad(spoken.oneParameterOrTwo());
  return second === undefined
    ? {
        exercise: exercise.id,
        quantity,
        ...sweep(
          model,
          exercise,
          values,
          first!,
          asked.map((head) => ({ head, quantity })),
          numberOf(o, "points", 41, 2, 400, true),
        ),
      }
    : {
        exercise: exercise.id,
        quantity,
        head: asked[0],
        ...sweepMap(
          model,
          exercise,
          values,
          [first!, second],
          asked[0]!,
          quantity,
          numberOf(o, "points", 13, 2, 40, true),
        ),
      };
}

/** where the rep of a setup should begin and end for a head; with --from or --to, what that part does */
export function rangeCommand(name: string | undefined, o: Options): unknown {
  const exercise = exerciseOf(name);
  const head = headOf(o.head);
  const { school, method } = editionOf(o);
  const [counting, rules] = [school.weights, method.range];
  const model = compileModel(bodyOf(o));
  const setup = resolveSetup(exercise, valuesOf(o.set ?? [], exercise));
  if (o.from !== undefined || o.to !== undefined) {
    const part = { from: numberOf(o, "from", 0, 0, 1), to: numberOf(o, "to", 1, 0, 1) };
    if (part.to - part.from < rules.part - 1e-9) bad(spoken.aPartIsAt({ least: rules.part }));
    return { setup: setup.key, head, part: partFacts(model, setup, head, counting, rules, part) };
  }
  const bound = o.bound?.[0] === undefined ? null : Number(o.bound[0]);
  if (bound !== null && !(bound > 0)) bad(spoken.boundWantsAShare());
  const advice = adviseRange(model, setup, head, counting, rules, bound);
  return { setup: setup.key, advice: advice ?? null, text: advice ? rangeText(advice, rules) : [] };
}

/** the best setup of an exercise for an aim */
export function findCommand(name: string | undefined, o: Options): unknown {
  const exercise = exerciseOf(name);
  const head = headOf(o.head);
  const aim = oneOf<Aim>(o.aim ?? "stretch", Object.keys(AIMS) as Aim[], "aim");
  const bounds: Bounds = {};
  for (const text of o.bound ?? []) {
    const [joint, share] = text.split("=");
    const v = Number(share);
    if (!Number.isFinite(v) || v <= 0) bad(spoken.boundWantsJointShare({ text }));
    bounds[oneOf<Joint>(joint!, JOINTS, "joint")] = v;
  }
  return { exercise: exercise.id, ...findBest(compileModel(bodyOf(o)), exercise, head, aim, bounds) };
}
