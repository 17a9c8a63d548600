/** The model beside published values: moment arms and the shape of isometric torque over the elbow angle. */
import { setCoordinate, type Model } from "#core/mechanics/model";
import { createState, updateState } from "#core/mechanics/state";
import data from "./published.json" with { type: "json" };

export interface ComparedRow {
  what: string;
  value: number;
  band: readonly [number, number];
  inBand: boolean;
  source: string;
}

const within = (v: number, [low, high]: readonly number[]) => v >= low! && v <= high!;

export function compareMomentArms(model: Model): ComparedRow[] {
  const state = createState(model);
  return data.momentArms.map((row) => {
    setCoordinate(model, state.q, "elbow.right", row.elbow);
    updateState(model, state);
    const head = model.heads.findIndex((h) => h.id === row.head && h.side === "right");
    const freedom = model.freedoms.findIndex((f) => f.id === row.freedom && f.side === "right");
    const value = 100 * state.arms[head * model.freedoms.length + freedom]!;
    return { what: `${row.head}, ${row.freedom}, elbow ${row.elbow}`, value, band: row.band as [number, number], inBand: within(value, row.band), source: row.source };
  });
}

/** largest elbow torque with all agonists fully active, Nm; palm up */
export function elbowTorque(model: Model, direction: "flexion" | "extension", elbow: number): number {
  const state = createState(model);
  setCoordinate(model, state.q, "elbow.right", elbow);
  setCoordinate(model, state.q, "forearm.right", -70);
  updateState(model, state);
  const freedom = model.freedoms.findIndex((f) => f.id === "elbow" && f.side === "right");
  const sign = direction === "flexion" ? 1 : -1;
  return model.heads.reduce((sum, h, i) => (h.side === "right" ? sum + Math.max(0, sign * state.arms[i * model.freedoms.length + freedom]! * state.active[i]!) : sum), 0);
}

export function compareTorqueAngle(model: Model): ComparedRow[] {
  const angles = Array.from({ length: 29 }, (_, i) => 5 + 5 * i);
  const peak = { flexion: Math.max(...angles.map((a) => elbowTorque(model, "flexion", a))), extension: Math.max(...angles.map((a) => elbowTorque(model, "extension", a))) };
  return data.torqueAngle.map((row) => {
    const direction = row.direction as "flexion" | "extension";
    const value = elbowTorque(model, direction, row.elbow) / peak[direction];
    return { what: `elbow ${direction}, ${row.elbow} degrees`, value, band: row.band as [number, number], inBand: within(value, row.band), source: row.source };
  });
}
