/**
 * Bands of repetitions for the lines of a week, exactly: what suits each exercise, two bands for every group (as the
 * check counts them: a window that a coarse step widens may lie in the next band), within the minutes. A program of its
 * own after the sets are known: within the large one it made that three times as large.
 */
import type { ClientInput } from "#core/clients/client";
import type { Edition, PlannerSettings } from "#core/edition/edition";
import type { Method } from "#core/edition/method";
import { blockMinutes } from "#core/planning/minutes";
import type { Prescription } from "#core/program/document";
import { inKg } from "#core/base/kilograms";
import { windowTop } from "#core/program/window";
import type { Candidate } from "#core/solver/candidates";
import { classOf, repBandOf, repFloor } from "#core/planning/effort";
import type { Group } from "#core/planning/groups";
import { loadingOf } from "#core/planning/loading";
import { draft, modelOf, type Highs } from "#core/solver/mip";

type Reps = NonNullable<PlannerSettings["reps"]>;
/** what editions that say nothing of it mean */
const BEFORE: Reps = {
  bands: [
    [5, 8],
    [8, 12],
    [12, 20],
    [20, 30],
  ],
  price: {
    heavy: [0, 0.15, 0.7, null],
    compound: [0.35, 0, 0.2, 0.9],
    isolation: [null, 0.15, 0, 0.35],
  },
  oneBand: 1.5,
  over: 0.6,
  noWindow: 0.6,
};
export const repsOf = ({ planner }: Pick<Edition, "planner">): Reps => planner.reps ?? BEFORE;

export interface Slot {
  candidate: Candidate;
  prescription: Prescription;
  day: number;
  /** 0 first to 1 last of its day */
  place: number;
  /** the same of its day in the week */
  week: number;
  /** stays as it is */
  fixed: boolean;
}

/**
 * A window within a band: as wide as the smallest step of the load asks for, up to a number that a client reads easily
 * where the edition has such numbers.
 */
export function windowIn(
  band: number,
  p: Prescription,
  usual: number,
  method: Method,
  { bands, tops }: Reps,
): Prescription["reps"] {
  const [low, top] = bands[band]!;
  const wide = windowTop(low, 2, usual, inKg(p.loadStep), method);
  const high = Math.max(low + 1, Math.min(50, Math.max(wide, Math.min(top, low + 3))));
  return { low, high: tops?.find((t) => t >= high) ?? high };
}

export const bandIndex = ({ low, high }: Prescription["reps"], { bands }: Pick<Reps, "bands">): number => {
  const middle = (low + high) / 2;
  const at = bands.findIndex(([, top]) => middle < top);
  return at < 0 ? bands.length - 1 : at;
};

/** presses over the head are heavy work early in a session, whatever they are done with */
const overhead = ({ exercise, gives, compound }: Candidate, groups: readonly Pick<Group, "id">[]): boolean =>
  compound && exercise.family === "press" && !gives.some((x) => x.direct && groups[x.group]!.id === "chest");

type BandClient = Pick<ClientInput, "level"> & Partial<Pick<ClientInput, "goal">>;

function priceOf(
  { candidate: c, prescription: p, place, week }: Slot,
  band: number,
  client: BandClient,
  { method, planner, groups }: Choosing,
) {
  const beginner = client.level === "beginner";
  const reps = repsOf({ planner });
  const kind = c.heavy ? "heavy" : c.compound ? "compound" : "isolation";
  const by = client.goal === "size and strength" ? { ...reps.price, ...reps.strength } : reps.price;
  const prices = (overhead(c, groups) ? by.overhead : undefined) ?? by[kind];
  const price = prices[band];
  const sore = c.sore ? (reps.sore ? reps.sore[band] : 0) : 0;
  if (price == null || sore == null) return null;
  const [low, top] = reps.bands[band]!;
  const usual = c.exercise.stated.usualLoad + p.bodyLoad;
  const asked = { usual, step: inKg(p.loadStep), sore: c.sore, beginner };
  if (low < repFloor(classOf(loadingOf(c.row.view, method)), asked, method).reps || (c.spine > 1 && low >= 12))
    return null;
  const window = windowTop(low, 2, usual, inKg(p.loadStep), method);
  return (
    price +
    sore +
    (window > top ? reps.noWindow : 0) +
    (beginner && low >= 20 ? 1 : 0) +
    // heavy early, light late, in the day and in the week
    (low < 12 ? 0.2 * place + 0.1 * week : 0.2 * (1 - place) + 0.1 * (1 - week))
  );
}

const lineMinutes = (p: Prescription) => {
  const m = blockMinutes({ id: "", prescriptions: [p] });
  return m.setup + m.work + m.rest;
};

/** what bands are chosen by */
export interface Choosing extends Pick<Edition, "method" | "planner"> {
  /** of the field of candidates */
  groups: readonly Pick<Group, "id">[];
}

/** minutes over a day's that nobody notices; what is over them counts so many times as much */
const UNNOTICED = 0.5;
const STEEP = 10;

/** @param room minutes left on each day as it stands @returns the reps of each slot */
export function chooseBands(
  highs: Highs,
  slots: readonly Slot[],
  room: readonly number[],
  client: BandClient,
  by: Choosing,
): Prescription["reps"][] {
  const settings = repsOf(by);
  const m = draft();
  const minutes: [number, number][][] = room.map(() => []);
  const options = slots.map((slot) => {
    const own = bandIndex(slot.prescription.reps, settings);
    const list = settings.bands.flatMap((_, band) => {
      const price = slot.fixed ? (band === own ? 0 : null) : priceOf(slot, band, client, by);
      if (price === null) return [];
      const usual = slot.candidate.exercise.stated.usualLoad + slot.prescription.bodyLoad;
      const reps = slot.fixed ? slot.prescription.reps : windowIn(band, slot.prescription, usual, by.method, settings);
      const at = m.column(price, 0, 1, true);
      const more = lineMinutes({ ...slot.prescription, reps }) - lineMinutes(slot.prescription);
      minutes[slot.day]!.push([at, more]);
      return [{ counts: repBandOf(reps, by.method), at, reps }];
    });
    // where every band is ruled out, as it was prescribed
    if (list.length === 0) {
      const { reps } = slot.prescription;
      list.push({ counts: repBandOf(reps, by.method), at: m.column(0, 0, 1, true), reps });
    }
    m.row(
      1,
      1,
      list.map(({ at }) => [at, 1]),
    );
    return list;
  });
  const leads = new Map<number, number[]>();
  slots.forEach((s, i) => leads.set(s.candidate.lead, [...(leads.get(s.candidate.lead) ?? []), i]));
  for (const list of leads.values()) {
    if (list.length < 2) continue;
    const seen = by.method.repBands.map(({ name }) => {
      const v = m.column(0, 0, 1, true);
      m.row(0, Infinity, [
        ...list.flatMap((i) => options[i]!.filter((o) => o.counts === name).map((o): [number, number] => [o.at, 1])),
        [v, -1],
      ]);
      return v;
    });
    m.row(2, Infinity, [...seen.map((v): [number, number] => [v, 1]), [m.column(settings.oneBand, 0, Infinity), 1]]);
  }
  room.forEach((left, d) =>
    m.row(-Infinity, left, [
      ...minutes[d]!,
      [m.column(settings.over, 0, UNNOTICED), -1],
      [m.column(STEEP * settings.over, 0, Infinity), -1],
    ]),
  );
  const model = modelOf(highs, m, false);
  try {
    model.options.set({ output_flag: false, time_limit: 2, mip_rel_gap: 0 });
    model.run();
    const { colValue } = model.getSolution();
    return slots.map((s, i) => options[i]!.find((o) => (colValue[o.at] ?? 0) > 0.5)?.reps ?? s.prescription.reps);
  } finally {
    model.dispose();
  }
}
