/** How it moves: the angles of each pose and where the hand is; numbers that hang on a setting say on which. */
import type { Binding, Exercise } from "#core/exercises/format";
import { POSE_COORDINATES, type PoseCoordinate } from "#core/exercises/choices";
import { coordinates, form as words } from "#core/words/own";
import { Bound } from "./Bound";
import type { TabProps } from "./Editor";

const AXES = ["forwards", "up", "out"] as const;
const poseName = (i: number, n: number): string =>
  i === 0 ? words.pose.start() : i === n - 1 ? words.pose.end() : words.pose.between({ n: i + 1 });

type Angles = Exercise["stance"]["angles"];
const inOrder = (angles: Angles): [PoseCoordinate, Binding][] =>
  POSE_COORDINATES.flatMap((c): [PoseCoordinate, Binding][] => (angles[c] === undefined ? [] : [[c, angles[c]]]));

export function MovesTab({ exercise, set }: TabProps) {
  const { path, stance } = exercise;
  const setPose = (i: number, part: Partial<Exercise["path"][number]>) =>
    set({ path: path.map((p, k) => (k === i ? { ...p, ...part } : p)) });
  const table = (pose: string, angles: Angles, onAngles: (a: Angles) => void) => (
    <table className="pose">
      <tbody>
        {inOrder(angles).map(([c, v]) => (
          <tr key={c}>
            <th scope="row" className="small">
              {coordinates[c]()}
            </th>
            <td>
              <Bound
                label={words.angle({ name: coordinates[c](), pose })}
                value={v}
                exercise={exercise}
                onChange={(next) => onAngles({ ...angles, [c]: next })}
              />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
  return (
    <div className="poses-edit">
      {path.map((p, i) => {
        const pose = poseName(i, path.length);
        return (
          <section key={i} aria-label={pose}>
            <h3>{pose}</h3>
            {table(pose, p.angles, (angles) => setPose(i, { angles }))}
            {p.hand && (
              <>
                <p className="small quiet">{words.hand()}</p>
                <div className="line">
                  {p.hand.map((v, k) => (
                    <Bound
                      key={k}
                      label={words.place({ pose, axis: AXES[k]! })}
                      value={v}
                      exercise={exercise}
                      onChange={(next) =>
                        setPose(i, { hand: p.hand!.map((x, j) => (j === k ? next : x)) as typeof p.hand })
                      }
                    />
                  ))}
                </div>
              </>
            )}
          </section>
        );
      })}
      {inOrder(stance.angles).length > 0 && (
        <section aria-label={words.stance()}>
          <h3>{words.stance()}</h3>
          {table(words.stance(), stance.angles, (angles) => set({ stance: { ...stance, angles } }))}
        </section>
      )}
    </div>
  );
}
