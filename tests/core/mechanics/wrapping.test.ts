import { cylinderLength, makeTaut, tautLength } from "#core/mechanics/wrapping";
import { seededRandom } from "#core/base/random";

const taut = makeTaut();
const { P, Q, U } = taut;

/** frames of a cylinder along z with the string behind it, and in front */
const BEHIND = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
] as const;
const FRONT = [
  [-1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
] as const;
const IDENTITY = Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1);
const set = (p: readonly number[], q: readonly number[]) => {
  P.set(p);
  Q.set(q);
};
const straight = () => Math.hypot(P[0]! - Q[0]!, P[1]! - Q[1]!, P[2]! - Q[2]!);

describe("around a sphere", () => {
  test("a string that is clear of it is straight, and points from one end to the other", () => {
    set([0, 1, 0.5], [0, -1, 0.5]);
    expect(tautLength(taut, 0, 0, 0, 0.3)).toBeCloseTo(2, 12);
    expect(Array.from(U)).toEqual([0, -1, 0]);
  });

  test("over the middle it is two tangents and an arc", () => {
    set([-2, 0, 0], [2, 0, 0]);
    const tangent = Math.sqrt(4 - 1);
    const arc = Math.PI - 2 * Math.acos(1 / 2);
    // straight through the middle there is no plane to choose: a hair above it
    P[1] = 1e-7;
    expect(tautLength(taut, 0, 0, 0, 1)).toBeCloseTo(2 * tangent + arc, 5);
  });

  test("it is never shorter than the straight line, longer with a larger sphere, and the same from the other end", () => {
    const random = seededRandom(4);
    for (let n = 0; n < 400; n++) {
      const point = () => {
        const v = [random() - 0.5, random() - 0.5, random() - 0.5];
        const size = Math.hypot(v[0]!, v[1]!, v[2]!) || 1;
        return v.map((x) => (x / size) * (0.35 + random()));
      };
      const [p, q] = [point(), point()];
      set(p, q);
      const [small, large] = [tautLength(taut, 0, 0, 0, 0.15), tautLength(taut, 0, 0, 0, 0.3)];
      expect(small).toBeGreaterThanOrEqual(straight() - 1e-12);
      expect(large).toBeGreaterThanOrEqual(small - 1e-12);
      set(q, p);
      expect(tautLength(taut, 0, 0, 0, 0.3)).toBeCloseTo(large, 10);
    }
  });

  test("moving the near end against its pull lengthens it by as much as it moves", () => {
    const random = seededRandom(9);
    for (let n = 0; n < 200; n++) {
      const p = [0.4 + 0.2 * random(), 0.3 * random(), 0.1 * random()];
      const q = [-0.4 - 0.2 * random(), 0.2 * random() - 0.1, 0.1 * random()];
      set(p, q);
      tautLength(taut, 0, 0, 0, 0.3);
      const pull = Array.from(U);
      expect(Math.hypot(pull[0]!, pull[1]!, pull[2]!)).toBeCloseTo(1, 10);
      for (let k = 0; k < 3; k++) {
        const at = [1e-6, -1e-6].map((h) => {
          set(p, q);
          P[k]! += h;
          return tautLength(taut, 0, 0, 0, 0.3);
        });
        expect((at[0]! - at[1]!) / 2e-6).toBeCloseTo(-pull[k]!, 5);
      }
    }
  });
});

describe("over the outside of a sphere", () => {
  const OUTSIDE = Float64Array.of(-1, 0, 1);

  test("where the shorter way is the outer one nothing changes, past it the string is longer by what goes round", () => {
    // from behind to the side, and from behind to in front of the middle: three quarters of the way round
    set([-0.3, 0, 0], [0, 0, 0.3]);
    expect(tautLength(taut, 0, 0, 0, 0.2, OUTSIDE)).toBe(tautLength(taut, 0, 0, 0, 0.2));
    set([-0.3, 0, 0], [0.25, 0, -0.17]);
    const shorter = tautLength(taut, 0, 0, 0, 0.2);
    const angle = Math.acos((-0.3 * 0.25) / (0.3 * Math.hypot(0.25, 0.17)));
    expect(tautLength(taut, 0, 0, 0, 0.2, OUTSIDE) - shorter).toBeCloseTo(0.2 * (2 * Math.PI - 2 * angle), 10);
  });

  test("the length grows evenly as the far end goes round past the point opposite, and pulls as it grows", () => {
    let last = 0;
    for (let n = 0; n < 120; n++) {
      const turn = Math.PI * (0.8013 + n / 300);
      set([-0.3, 0, 0], [-0.3 * Math.cos(turn), 0, 0.3 * Math.sin(turn)]);
      const length = tautLength(taut, 0, 0, 0, 0.2, OUTSIDE);
      if (n > 0) expect(length - last).toBeCloseTo((0.2 * Math.PI) / 300, 9);
      last = length;
    }
  });
});

describe("around a cylinder along z", () => {
  test("moving either end changes the length by how it moves along the string, also inside the bar", () => {
    const random = seededRandom(31);
    for (let n = 0; n < 200; n++) {
      const p = [0.3 * random() - 0.1, 0.15 + 0.4 * random(), random()];
      const q = [0.3 * random() - 0.1, -0.05 - 0.5 * random(), random()];
      set(p, q);
      cylinderLength(taut, IDENTITY, 0, 0, 0, 0, BEHIND, 0.1);
      const [atP, atQ] = [Array.from(taut.U), Array.from(taut.V)];
      for (let k = 0; k < 3; k++) {
        const slope = (end: Float64Array) => {
          const at = [1e-6, -1e-6].map((h) => {
            set(p, q);
            end[k]! += h;
            return cylinderLength(taut, IDENTITY, 0, 0, 0, 0, BEHIND, 0.1);
          });
          return (at[0]! - at[1]!) / 2e-6;
        };
        expect(slope(P)).toBeCloseTo(-atP[k]!, 4);
        expect(slope(Q)).toBeCloseTo(atQ[k]!, 4);
      }
    }
  });

  test("unrolled it is straight: the way along the axis adds by Pythagoras", () => {
    set([0.05, 1, 0], [0.05, -1, 0]);
    const flat = cylinderLength(taut, IDENTITY, 0, 0, 0, 0, BEHIND, 0.2);
    set([0.05, 1, 0], [0.05, -1, 0.7]);
    expect(cylinderLength(taut, IDENTITY, 0, 0, 0, 0, BEHIND, 0.2)).toBeCloseTo(Math.hypot(flat, 0.7), 12);
  });

  test("behind and in front are mirror images", () => {
    const random = seededRandom(2);
    for (let n = 0; n < 100; n++) {
      const p = [0.2 * random() - 0.1, 0.4 + random(), random()];
      const q = [0.2 * random() - 0.1, -0.4 - random(), random()];
      set(p, q);
      const behind = cylinderLength(taut, IDENTITY, 0, 0, 0, 0, BEHIND, 0.25);
      set([-p[0]!, p[1]!, p[2]!], [-q[0]!, q[1]!, q[2]!]);
      expect(cylinderLength(taut, IDENTITY, 0, 0, 0, 0, FRONT, 0.25)).toBeCloseTo(behind, 12);
      expect(behind).toBeGreaterThanOrEqual(straight() - 1e-12);
    }
  });

  test("a string on the far side of it is left alone", () => {
    set([-0.6, 1, 0], [-0.6, -1, 0]);
    expect(cylinderLength(taut, IDENTITY, 0, 0, 0, 0, BEHIND, 0.2)).toBeCloseTo(2, 12);
  });
});
