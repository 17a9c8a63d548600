/**
 * Clients who train, with a truth that is not the estimator's model: reps fall with load by a power curve of the
 * client's own, every day has its form, fatigue takes from set to set, reserve is said with a bias and noise, and the
 * best grow. Seeded, so that a test says the same each time.
 */
import type { Prescription } from "#core/program/document";
import { randomOf } from "#core/simulation/random";
import type { Entry } from "#core/training/entry";
import { id } from "../../support/programs";

/** spread of a day's form (0.03 in all), and the share of days on which it strays three times as far */
const FORM = 0.0255;
const HEAVY = 0.05;
/** ln of strength that a new movement lacks at first; gone after six workouts */
const NEW = 0.07;
const FATIGUE = [0, 0.035, 0.047, 0.052];

export interface Simulated {
  /** true reps to failure at a load in a set of a day whose form is given */
  failing: (load: number, set: number, form: number) => number;
  form: () => number;
  grow: () => void;
  /** reps that are left in truth where so many are said to be */
  left: (said: number) => number;
}

export function clientOf(seed: number, monthly: number): Simulated & { start: (reps: number) => number } {
  const { uniform, normal } = randomOf(seed);
  // load for r reps = max x r^-b: at 14 reps the local slope is that of k = 30 +- 31 %
  const b = 14 / (14 + 30 * Math.exp(0.31 * normal()));
  const strength = Math.log(60 + 100 * uniform());
  let workouts = 0;
  const present = () => strength + (monthly / 100) * (workouts / 8) - NEW * Math.max(0, 1 - workouts / 6);
  const bias = 0.9 + 0.9 * normal();
  return {
    start: (reps) => Math.exp(present()) * reps ** -b,
    failing: (load, set, form) =>
      Math.max(0, Math.exp((present() + form - FATIGUE[Math.min(set, 3)]! - Math.log(load)) / b)),
    form: () => FORM * normal() * (uniform() < HEAVY ? 3 : 1),
    grow: () => void (workouts += 1),
    left: (said) => Math.max(0, said + bias * (said > 0 ? 1 : 0.4) + 0.8 * normal()),
  };
}

let made = 0;

/** a day's sets at a load, stopped at the reserve asked as the client feels it */
export function workout(client: Simulated, p: Prescription, load: number, day: string): Entry[] {
  const form = client.form();
  return p.reserves.map((asked, set) => {
    const most = client.failing(load, set, form);
    const reps = Math.max(0, Math.min(100, Math.round(most - client.left(asked))));
    return {
      id: id(1e6 + made++),
      revision: 1,
      handOverId: id(1),
      prescriptionId: p.id,
      set,
      parts: [{ id: id(2e6 + made), kind: "full", load: { value: load, unit: "kg", meaning: "stack" }, reps }],
      reserve: asked,
      instead: null,
      at: `${day}T10:0${set}:00Z`,
      zone: "Europe/Oslo",
      localDate: day,
      prescribed: { reps: p.reps, reserve: asked, load: null },
      voided: false,
      confirmed: false,
      by: null,
    };
  });
}
