/**
 * The usable range of a head: the 1st to 99th percentile of its length over postures people reach, where it still has a
 * tenth of its force. A length is a sum of its path and its tabulated joints, so that each is sampled alone and summed.
 */
import { skeleton } from "#core/anatomy/anatomy";
import { curveIntegral, curveValue } from "#core/base/curve";
import { FORCE_GRID, setCoordinate, setRhythm, type Model, type ModelHead } from "#core/mechanics/model";
import { fibreLength } from "#core/mechanics/muscle";
import { createState, updatePose, updateHeads } from "#core/mechanics/state";
import { RAD } from "#core/base/vector";

const { reach } = skeleton;
const LEAST_FORCE = 0.1;

/** path extents of the right heads, from the reference, over the grid of the joints the path crosses, m */
function pathExtents(model: Model): number[][] {
  const half = model.heads.length / 2;
  const out: number[][] = Array.from({ length: half }, () => []);
  const bare: Model = { ...model, heads: model.heads.slice(0, half).map((h) => ({ ...h, tables: [] })) };
  const state = createState(model);
  const origin = bare.heads.map(() => 0);
  const read = (which: (h: ModelHead) => boolean) => {
    updatePose(bare, state);
    bare.heads.forEach((h, i) => {
      if (!h.path || !which(h)) return;
      updateHeads(bare, state, i, i + 1);
      out[i]!.push(state.extent[i]! - origin[i]!);
    });
  };
  updatePose(bare, state);
  updateHeads(bare, state, 0, half);
  for (let i = 0; i < half; i++) origin[i] = state.extent[i]!;
  for (const [plane, elevation] of reach.shoulder)
    for (const twist of reach.twist)
      for (const girdle of reach.girdle) {
        setCoordinate(model, state.q, "plane.right", plane);
        setCoordinate(model, state.q, "elevation.right", elevation);
        setCoordinate(model, state.q, "twist.right", twist);
        setRhythm(model, state.q, "right", girdle * RAD);
        read((h) => h.chain === "arm");
      }
  const { hipFlexion, hipAbduction, hipRotation } = reach.values;
  for (const f of hipFlexion!)
    for (const a of hipAbduction!)
      for (const r of hipRotation!) {
        setCoordinate(model, state.q, "hipFlexion.right", f);
        setCoordinate(model, state.q, "hipAbduction.right", a);
        setCoordinate(model, state.q, "hipRotation.right", r);
        read((h) => h.chain === "leg");
      }
  return out;
}

/** [shortest, longest] l of each right head */
export function reachableRange(model: Model): [number, number][] {
  const paths = pathExtents(model);
  return paths.map((extents, i) => {
    const head = model.heads[i]!;
    let lengths = extents.length > 0 ? extents : [0];
    for (const t of head.tables) {
      const name = model.coordinates[t.coordinate]!.replace(/\.right$/, "");
      const values = reach.values[name];
      if (!values) throw new RangeError(`reach says nothing about ${name}`);
      lengths = values.flatMap((v) => {
        const change = t.sign * (curveIntegral(t.curve, v * RAD) - t.zero);
        if (!t.by) return lengths.map((l) => l - change);
        const { factor, coordinate } = t.by;
        const others = reach.values[model.coordinates[coordinate]!.replace(/\.right$/, "")]!;
        return others.flatMap((o) => lengths.map((l) => l - curveValue(factor, o * RAD) * change));
      });
    }
    const l = Float64Array.from(lengths, (e) =>
      fibreLength(head.referenceLength, e / head.optimumLength, head.sinPennation),
    ).filter(
      (v) =>
        (head.active[
          Math.max(0, Math.min(FORCE_GRID.count - 1, Math.round((v - FORCE_GRID.from) / FORCE_GRID.step)))
        ] ?? 0) >= LEAST_FORCE,
    );
    l.sort();
    const at = (share: number) => l[Math.round(share * (l.length - 1))] ?? 1;
    return [at(0.01), at(0.99)];
  });
}
