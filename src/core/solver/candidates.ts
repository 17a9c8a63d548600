/** What may stand in a client's week: every setup that passes the gates, with what a set of it gives and costs. */
import { exerciseFor } from "#core/exercises/form";
import { isForPart } from "#core/planning/parts";
import { findHead } from "#core/anatomy/anatomy";
import type { ClientInput } from "#core/clients/client";
import type { Variety } from "#core/edition/choices";
import type { Edition } from "#core/edition/edition";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import type { BodyView, Survey, SurveyRow } from "#core/mechanics/survey";
import { effortCredit, groupCredit } from "#core/planning/dose";
import { endedElsewhere, spinePoints } from "#core/planning/check-cover";
import { groupFor } from "#core/planning/aim";
import { bandOf, groups, volumeShares, type Group, type Watch } from "#core/planning/groups";
import { loadingOf } from "#core/planning/loading";
import { setSeconds } from "#core/planning/timing";
import { lineFor } from "#core/planning/lines";
import type { Prescription } from "#core/program/document";
import { varietyOf } from "#core/planning/variety";
import { refusalsOf, techniques, techniqueSeconds } from "#core/planning/techniques";
import { contextOf, rankHead } from "#core/ranking/rank";
import { strainsOf } from "#core/suitability/strains";
import { suitability, whomOf, whyNot, type Suitability } from "#core/suitability/suitability";

export type PlannedFor = Pick<
  ClientInput,
  "priorities" | "level" | "joints" | "equipment" | "unit" | "units" | "mass" | "stature"
> &
  Partial<Pick<ClientInput, "alone" | "unwanted" | "wanted" | "mobility" | "weak" | "loads" | "goal">>;

export interface Candidate {
  /** setup, and the technique where it is planned with one */
  key: string;
  row: SurveyRow;
  exercise: Exercise;
  /** a line of it with its usual sets; its id is to be given where it is used */
  line: Prescription;
  /** by group (index): what a set gives it, whether it is for it, and what that is worth */
  gives: { group: number; share: number; direct: boolean; worth: number }[];
  /** the group it is mainly for */
  lead: number;
  /** effective sets that the first set is short of one, since it is not hard enough */
  loss: number;
  /** minutes: a further set with its rest; what a line takes beside its sets (below 0: the last rest) */
  perSet: number;
  perLine: number;
  least: number;
  most: number;
  compound: boolean;
  heavy: boolean;
  /** a noted joint wants more repetitions in it */
  sore: boolean;
  /** points of load on the back, a set */
  spine: number;
  /** price of a set: mass engaged, back, steadiness, skill, sore joints */
  cost: number;
  /** on one day at most one of each: same family for the same group; same length on top; hinges; knees */
  kind: string;
  length: string;
  pattern: "hinge" | "knee" | null;
  /** watched parts it counts for, and the group whose long length it loads; indices */
  watches: number[];
  long: number | null;
  /** which position of the arm or grip it is for a group that wants two: index of the field's variety, and which */
  varies: { variety: number; place: number }[];
  /** done with a technique: at most two a day are */
  technique: boolean;
}

/** a planned line's candidate: with its technique where the planner knows that one, else plain; -1 where it has none */
export function candidateOf({ candidates }: Pick<Field, "candidates">, p: Prescription): number {
  const own = p.technique ? candidates.findIndex((c) => c.key === `${p.setupKey} ${p.technique!.id}`) : -1;
  return own >= 0 ? own : candidates.findIndex((c) => c.key === p.setupKey);
}

/** what techniques may be planned: none, all that the planner knows, or only where a line has it already */
export type TechniqueUse = "none" | "all";

/** the same with a technique on its last set, wherever no figure forbids it */
function withTechniques(
  c: Candidate,
  client: PlannedFor,
  standing: ReadonlySet<string>,
  use: TechniqueUse,
  { method, planner: settings }: Pick<Edition, "method" | "planner">,
): Candidate[] {
  if (c.compound && use === "none" && standing.size === 0) return [];
  const set = setSeconds(c.line);
  const allowed = techniques.filter(
    (t) =>
      t.planned &&
      (standing.has(`${c.row.setupKey} ${t.id}`) ||
        (use === "all" &&
          refusalsOf(t, { exercise: c.exercise, view: c.row.view, client, line: c.line, easier: null }, method)
            .length === 0)),
  );
  // where the load can be dropped nobody waits for clusters
  const drops = allowed.some((t) => t.id === "drop-set");
  return allowed
    .filter((t) => !(t.id === "rest-pause" && drops && !standing.has(`${c.row.setupKey} rest-pause`)))
    .map((t): Candidate => {
      const line: Prescription = { ...c.line, technique: { id: t.id, easier: null } };
      const long = t.credit >= 1;
      // a drop stands on top of straight sets
      const least = settings.technique?.least ?? (long ? 1 : 2);
      const credit = Math.min(t.credit, settings.technique?.credit ?? Infinity);
      return {
        ...c,
        key: `${c.row.setupKey} ${t.id}`,
        line,
        technique: true,
        loss: c.loss - credit,
        perLine: c.perLine + techniqueSeconds(line, set) / 60,
        least,
        most: Math.max(least, long ? 2 : Math.min(3, c.most)),
        cost: c.cost + t.price / least,
      };
    });
}

/** a watched part of a group that has a priority */
export interface WatchLine {
  id: string;
  name: string;
  group: number;
}

/** positions of the arm, or grips, that a group may have two of */
export interface VarietyLine {
  group: number;
  what: Variety;
  places: string[];
}

export interface Field {
  groups: readonly Group[];
  candidates: Candidate[];
  watches: WatchLine[];
  varieties: VarietyLine[];
  /** setups left out, by the reason */
  out: { name: string; reason: string }[];
}

const GYM = ["cable", "machine", "barbell"];

/** how finely its load can be set; and body weight alone, where something better is at hand */
function loadability(exercise: Exercise, client: PlannedFor): number {
  const { loadStep, usualLoad } = exercise.stated;
  const fine = Math.max(0.7, Math.min(1, 1 - 0.3 * Math.max(0, Math.min(1, loadStep / usualLoad / 0.2 - 0.6))));
  if (exercise.equipment.length > 0) return fine;
  const better = GYM.some((e) => (client.equipment as string[]).includes(e));
  return fine * (client.level === "beginner" ? 0.95 : better ? 0.4 : 0.8);
}

/** what stands there only for want of better ones, where there are any */
const fallback = (exercise: Exercise, client: PlannedFor, { fallbacks }: Edition["planner"]): number =>
  (client.equipment as string[]).some((e) => GYM.includes(e)) ? (fallbacks?.[exercise.id] ?? 1) : 1;

/** price of a set of it, for this client: less where the exercise is liked */
function priceOf(
  { stated, targets, family }: Exercise,
  view: SurveyRow["view"],
  { joints, liked }: Suitability,
  { method, planner: { engaged, elsewhere, strain, liked: worth } }: Edition,
): number {
  const strained = Math.max(0, ...joints.map((j) => j.strain - method.soreFrom)) * (strain ?? 0.5);
  return (
    (engaged ?? 0.35) * view.engagedMass +
    0.03 * spinePoints(view, family) +
    (elsewhere ?? 0) * endedElsewhere(view, { targets }) +
    0.02 * (1 - stated.steadiness) +
    0.02 * (stated.skill - 1) +
    strained -
    (liked ? (worth ?? 0) : 0)
  );
}

const SQUATS = new Set(["squat", "lunge"]);
const PRESSED = new Set(["press", "row", "pulldown", "squat", "lunge", "hinge", "bridge"]);

export interface FieldAsk {
  /** exercises that are not wanted */
  banned?: ReadonlySet<string>;
  /** setups that may stand in the week whatever the gates say: locked lines */
  must?: ReadonlySet<string>;
  /** exercises that are asked for: they may stand there whatever their group's priority */
  required?: ReadonlySet<string>;
  use?: TechniqueUse;
  /** setups with the technique that they have now */
  standing?: ReadonlySet<string>;
}

const NONE: ReadonlySet<string> = new Set();

/** what every setup of a field is judged against */
interface Judging {
  survey: Survey;
  client: PlannedFor;
  edition: Edition;
  exercises: ReadonlyMap<string, Exercise>;
  ask: Required<FieldAsk>;
  wanted: readonly Group[];
  scores: ReturnType<typeof bestScores>;
  watches: readonly (Watch & { group: number })[];
  /** places are added to as they are met */
  varieties: readonly VarietyLine[];
}

/** places in `wanted`: of the group that a setup gives most of those that may, -1 where none */
function leaderOf(shares: readonly ReturnType<typeof groupCredit>[], may: (group: number) => boolean): number {
  return shares.reduce(
    (best, s, i) => (s?.direct && may(i) && (best < 0 || s.share > shares[best]!.share) ? i : best),
    -1,
  );
}

/** a setup as the planner weighs it; a reason where it may not be there, null where it serves nobody who is asked */
function candidateFrom(
  row: SurveyRow,
  exercise: Exercise,
  judging: Judging,
): Candidate | { out: Field["out"][number] } | null {
  const { survey, client, edition, exercises, ask, wanted, scores, watches, varieties } = judging;
  const { method } = edition;
  const { quality } = edition.planner;
  const { view } = row;
  const strains = strainsOf(survey.rows, row, exercise);
  const suits = suitability({ exercise, view, strains }, whomOf(client), method);
  const own = lineFor(row, client, { survey, method, exercises }, "");
  const shares = wanted.map((g) => groupCredit(own.credits, g));
  // what is wanted of it leads, not what it gives beside that: an overhead press is for the side delts of a client
  // whose front delts have no priority
  const asked = leaderOf(shares, (i) => client.priorities[wanted[i]!.id] !== undefined);
  const lead = asked >= 0 ? asked : leaderOf(shares, () => true);
  const must = ask.must.has(row.setupKey);
  const reason = must ? null : ask.banned.has(exercise.id) ? "not wanted" : whyNot(suits);
  if (reason) return { out: { name: own.name, reason } };
  // nothing is put in the week that is direct for no group with a priority; else spare minutes fill with wrist curls
  if (lead < 0 || (asked < 0 && !must && !ask.required.has(exercise.id))) return null;
  const leads = wanted[lead]!;
  const line = { ...own, target: targetIn(own, leads) };
  const load = loadability(exercise, client) * fallback(exercise, client, edition.planner);
  const gives = shares.flatMap((s, group) => {
    if (!s) return [];
    const { best, of } = scores[group]!;
    const behind = (best - (of.get(row.setupKey) ?? 0)) / quality.over;
    const good = s.direct ? Math.max(quality.least, Math.min(1, 1 - behind)) * load : quality.helper;
    return [{ group, ...s, worth: s.share * (quality.base + (1 - quality.base) * good) }];
  });
  const longest = Math.max(
    0,
    ...leads.heads.map((h) => ((line.credits[h]?.share ?? 0) >= 0.4 ? (line.credits[h]!.length ?? 0) : 0)),
  );
  return {
    key: row.setupKey,
    technique: false,
    row,
    exercise,
    gives,
    lead,
    loss: 1 - effortCredit(line.reserves[0]!),
    ...timesOf(line, exercise, method),
    ...sizeOf(view, exercise, client, client.priorities[leads.id] === "specialise", edition),
    sore: suits.sore,
    spine: spinePoints(view, exercise.family),
    cost: priceOf(exercise, view, suits, edition),
    kind: `${exercise.family} ${leads.id}`,
    length: `${exercise.family} ${leads.id} ${Math.round(8 * longest)}`,
    pattern: exercise.family === "hinge" ? "hinge" : SQUATS.has(exercise.family) ? "knee" : null,
    watches: watches.flatMap((w, i) => (isForPart(w, line, exercise.family, method) ? [i] : [])),
    long: longest >= method.long ? lead : null,
    varies: varieties.flatMap(({ group, what, places }, variety) => {
      const is = varietyOf(what, wanted[group]!, line, exercise, method);
      if (is === null) return [];
      if (!places.includes(is)) places.push(is);
      return [{ variety, place: places.indexOf(is) }];
    }),
  };
}

/** the line with the rest that it is planned with (sides rest in turns), and minutes of a set and beside the sets */
function timesOf(
  line: Prescription,
  { sides }: Exercise,
  method: Method,
): Pick<Candidate, "line" | "perSet" | "perLine"> {
  const between = sides === "one" ? Math.max(method.restLeast, line.rest - setSeconds(line) / 2) : line.rest;
  const rest = Math.round(between / 5) * 5;
  return {
    line: { ...line, rest },
    perSet: (setSeconds(line) + rest) / 60,
    perLine: (line.setupSeconds + line.changeSeconds - rest) / 60,
  };
}

/** whether it is a compound lift and a heavy one, and how many sets a line of it may have */
function sizeOf(
  view: BodyView,
  { family, equipment }: Exercise,
  client: PlannedFor,
  specialised: boolean,
  { method, planner: { isolationMost } }: Edition,
): Pick<Candidate, "compound" | "heavy" | "least" | "most"> {
  const compound = PRESSED.has(family) && (loadingOf(view, method).compound || family === "bridge");
  return {
    compound,
    heavy: compound && equipment.some((e) => e === "barbell" || e === "machine"),
    least: compound && client.level !== "beginner" ? 3 : 2,
    most: (compound ? 4 : isolationMost) + (specialised && !compound ? 1 : 0),
  };
}

export function fieldFor(
  survey: Survey,
  client: PlannedFor,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
  given: FieldAsk = {},
): Field {
  const ask = { banned: NONE, must: NONE, required: NONE, use: "none" as TechniqueUse, standing: NONE, ...given };
  const wanted = groups.filter((g) => client.priorities[g.id] || g.ceiling);
  const scores = bestScores(survey, wanted, client, edition, exercises);
  const watches = wanted.flatMap((g, group) => g.watch.map((w) => ({ ...w, group })));
  const varieties = wanted.flatMap((g, group) => g.varied.map((what): VarietyLine => ({ group, what, places: [] })));
  const judging = { survey, client, edition, exercises, ask, wanted, scores, watches, varieties };
  const out: Field["out"] = [];
  const candidates = survey.rows.flatMap((row): Candidate[] => {
    const exercise = exerciseFor(exercises, row);
    const made = exercise ? candidateFrom(row, exercise, judging) : null;
    if (made && "out" in made) out.push(made.out);
    return made && !("out" in made) ? [made] : [];
  });
  if (ask.use === "all" || ask.standing.size > 0)
    candidates.push(...candidates.flatMap((c) => withTechniques(c, client, ask.standing, ask.use, edition)));
  return {
    groups: wanted,
    candidates,
    watches: watches.map(({ id, name, group }) => ({ id, name, group })),
    varieties,
    out,
  };
}

/** the head that a line is for, of the group that it leads in the week: its own where it is one of them */
function targetIn(line: Pick<Prescription, "target" | "credits">, { id, heads }: Group): string | null {
  if (groupFor(line) === id) return line.target;
  const direct = heads.filter((h) => line.credits[h]?.direct);
  return direct.sort((a, b) => line.credits[b]!.share - line.credits[a]!.share)[0] ?? line.target;
}

/**
 * By group: the score of each setup, the mean over the heads that speak for it by their volume (one that is not for a
 * head scores nothing there), and the best of those at hand.
 */
function bestScores(
  survey: Survey,
  wanted: readonly Group[],
  client: PlannedFor,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
) {
  const context = contextOf(client);
  // the spread over varied bodies is not asked for here
  const bare: Survey = { ...survey, rows: survey.rows.map((r) => (r.varied.length ? { ...r, varied: [] } : r)) };
  return wanted.map((g) => {
    const of = new Map<string, number>();
    const shares = volumeShares.get(g.id)!;
    const speak = g.heads.filter((h) => findHead(h) && (shares.get(h) ?? 0) >= edition.planner.speaks);
    const volume = speak.reduce((sum, h) => sum + shares.get(h)!, 0);
    const there = new Set<string>();
    for (const h of speak)
      for (const r of rankHead(bare, h, edition, exercises, context)) {
        of.set(r.row.setupKey, (of.get(r.row.setupKey) ?? 0) + (r.score * shares.get(h)!) / volume);
        if (!r.out) there.add(r.row.setupKey);
      }
    return { best: Math.max(0, ...[...there].map((key) => of.get(key)!)), of };
  });
}

/** the band of a group of the field for a client; a group that has only a ceiling has none */
export const bandsOf = (field: Field, client: PlannedFor, edition: Edition) =>
  field.groups.map((g) => bandOf(g.id, client, edition.method));
