import { blocksOf, fillColumns, heightOf, isGirdle, type Block } from "#core/mechanics/chains";
import { compileModel } from "#core/mechanics/compile";
import { setCoordinate } from "#core/mechanics/model";
import { createState, updateState } from "#core/mechanics/state";
import { namedSetups, setupOf } from "../../support/setups";

const model = compileModel();
const setups = namedSetups();
const blockOf = (id: string, chain: Block["chain"], values = {}): Block =>
  blocksOf(model, setupOf(id, values), "right").find((b) => b.chain === chain)!;
const idsOf = (block: Block) => block.rows.map((f) => model.freedoms[f]!.id);

describe("the problems of every setup of the library", () => {
  const blocks = setups.flatMap((setup) => blocksOf(model, setup, "right"));

  test("hold each freedom and each head once, the limb's before the blade's", () => {
    for (const b of blocks) {
      expect(new Set(b.rows).size).toBe(b.rows.length);
      expect(new Set(b.heads).size).toBe(b.heads.length);
      const blade = b.rows.map((f) => isGirdle(model.freedoms[f]!.id));
      expect(blade).toEqual([...blade].sort((p, q) => Number(p) - Number(q)));
      if (blade.includes(false)) expect(b.limbRows).toBe(blade.filter((x) => !x).length);
    }
  });

  test("no head passes a freedom of another chain: the largest load of the body is the least of the chains'", () => {
    for (const b of blocks)
      for (const h of b.heads) {
        expect(model.heads[h]!.chain).toBe(b.chain);
        for (const f of model.heads[h]!.freedoms) expect(model.freedoms[f]!.chain).toBe(b.chain);
      }
  });

  test("entries are where the heads of the columns pass the freedoms of the rows, no more and no less", () => {
    for (const b of blocks) {
      const found = new Set<string>();
      for (let i = 0; i < b.entries.length; i += 4) {
        const [row, column, head, freedom] = b.entries.subarray(i, i + 4);
        expect(b.head[column!]).toBe(head);
        expect(b.rows[row!]).toBe(freedom);
        found.add(`${head} ${freedom}`);
      }
      const wanted = b.heads.flatMap((h) =>
        model.heads[h]!.freedoms.filter((f) => b.rows.includes(f)).map((f) => `${h} ${f}`),
      );
      expect([...found].sort()).toEqual(wanted.sort());
    }
  });

  test("what stands behind the limb's columns acts on the blade alone", () => {
    for (const b of blocks)
      for (let i = 0; i < b.entries.length; i += 4)
        if (b.entries[i + 1]! >= b.limbColumns) expect(b.entries[i]!).toBeGreaterThanOrEqual(b.limbRows);
  });

  test("the left side is the right one's mirror", () => {
    const names = (setup: (typeof setups)[number], side: "left" | "right") =>
      blocksOf(model, setup, side).map((b) => ({
        rows: b.rows.map((f) => model.freedoms[f]!.id),
        heads: b.heads.map((h) => model.heads[h]!.id).sort(),
        sizes: [b.columns, b.limbRows, b.limbColumns, heightOf(b)],
      }));
    // the spine takes heads of both sides, so that there only their order could differ
    for (const setup of setups.slice(0, 40)) expect(names(setup, "left")).toEqual(names(setup, "right"));
  });
});

test("a bar is pushed apart, a free dumbbell is let settle, and a foot alone has nothing to push against", () => {
  const kinds = (b: Block) => b.pushes.map((p) => ("point" in p ? p.point : "settles"));
  expect(kinds(blockOf("barbell-bench-press", "arm"))).toContain("grip.right");
  expect(kinds(blockOf("dumbbell-bench-press", "arm"))).not.toContain("grip.right");
  expect(kinds(blockOf("standing-dumbbell-curl", "arm"))).toContain("settles");
  expect(kinds(blockOf("back-squat", "leg"))).toEqual(["midfoot.right"]);
  expect(kinds(blockOf("cable-hip-abduction", "leg"))).toEqual([]);
});

test("a pad takes the shoulder and the blade off the list, a fixed girdle only the blade", () => {
  expect(idsOf(blockOf("preacher-curl", "arm"))).not.toContain("shoulderFlexion");
  expect(idsOf(blockOf("preacher-curl", "arm"))).toContain("elbow");
  for (const setup of setups.filter((s) => s.exercise.girdle === "held"))
    for (const b of blocksOf(model, setup, "right")) expect(idsOf(b).some(isGirdle)).toBe(false);
});

describe("the columns of a pose", () => {
  const fill = (b: Block, angles: Record<string, number>) => {
    const state = createState(model);
    for (const [c, deg] of Object.entries(angles)) setCoordinate(model, state.q, c, deg);
    updateState(model, state);
    const A = new Float64Array(heightOf(b) * b.columns);
    const passive = new Float64Array(b.rows.length);
    fillColumns(model, state, b, A, 0, passive, 0);
    return { state, A, passive };
  };

  test("a head's torque is its force times the change of its length, by small turns of the joint itself", () => {
    const b = blockOf("leg-extension", "leg");
    const at = { "knee.right": 60, "hipFlexion.right": 80 };
    const { state, A, passive } = fill(b, at);
    const row = idsOf(b).indexOf("knee");
    const c = model.freedoms[b.rows[row]!]!.coordinate;
    const extents = [-1e-5, 1e-5].map((d) => {
      const moved = createState(model);
      moved.q.set(state.q);
      moved.q[c]! += d;
      updateState(model, moved);
      return moved.extent;
    });
    let told = 0;
    b.head.forEach((h, column) => {
      if (h < 0) return;
      const lever = -(extents[1]![h]! - extents[0]![h]!) / 2e-5;
      expect(A[row * b.columns + column]).toBeCloseTo(lever * state.active[h]!, 2);
      told += lever * state.passive[h]!;
    });
    expect(passive[row]).toBeCloseTo(told, 2);
    expect(b.head.some((h, column) => h >= 0 && Math.abs(A[row * b.columns + column]!) > 20)).toBe(true);
  });

  test("a stop is nothing short of its angle, eased in over 4 degrees, and never pulls past it", () => {
    const b = blockOf("back-squat", "leg");
    const stop = b.stops.find((s) => s.sign > 0 && model.freedoms[b.rows[s.row]!]!.id === "knee")!;
    const at = (knee: number) => fill(b, { "knee.right": knee }).A[stop.row * b.columns + stop.column]!;
    const edge = (stop.beyond * 180) / Math.PI;
    expect(at(edge + 30)).toBe(0);
    expect(at(edge)).toBeCloseTo(0, 9);
    expect(at(edge - 2)).toBeCloseTo(stop.torque / 2, 6);
    expect(at(edge - 4)).toBeCloseTo(stop.torque, 6);
    expect(at(edge - 20)).toBeCloseTo(stop.torque, 6);
  });

  test("soft torque about the arm's shaft is as large as said, however the three axes lie", () => {
    const b = blockOf("dumbbell-bench-press", "arm");
    const soft = b.soft.find((s) => s.row < 0 && s.torque > 0)!;
    for (const plane of [-20, 30, 90])
      for (const elevation of [10, 70, 120]) {
        const { A } = fill(b, { "plane.right": plane, "elevation.right": elevation });
        const torque = idsOf(b).flatMap((id, r) =>
          id.startsWith("shoulder") ? [A[r * b.columns + soft.column]!] : [],
        );
        // the shoulder's axes are Cartesian: what they share of a vector has that vector's length
        expect(torque).toHaveLength(3);
        expect(Math.hypot(...torque)).toBeCloseTo(soft.torque, 9);
      }
  });
});
