/** A cam, or a curve measured on a machine: force over the load at places along the way. */
import { Checkbox } from "antd";
import { plain } from "../../page/locale";
import type { Exercise } from "#core/exercises/format";
import { loading as said } from "#core/words/own";
import { Bound } from "./Bound";
import { Places } from "./Places";

type Load = Exercise["loads"][number];
type WithCam = Extract<Load, { kind: "cable" | "lever" | "arm" }>;
type Profile = NonNullable<WithCam["profile"]>;

const EVEN: Profile = [
  [0, 1],
  [1, 1],
];

/** kinds whose force can change along the way; plates do that by themselves */
const canHave = (l: Load): l is WithCam =>
  l.kind === "cable" || l.kind === "lever" || (l.kind === "arm" && l.plates === undefined);

interface CamProps {
  load: Load;
  n: number;
  exercise: Exercise;
  onChange: (l: Load) => void;
}

export function Cam({ load, n, exercise, onChange }: CamProps) {
  if (!canHave(load)) return null;
  const { profile } = load;
  const put = (next: Profile | undefined) => onChange({ ...load, profile: next });
  const label = `${said.load({ n })}: ${said.camAt()}`;
  return (
    <div className="field wide">
      <Checkbox checked={profile !== undefined} onChange={(e) => put(e.target.checked ? EVEN : undefined)}>
        {said.cam()}
      </Checkbox>
      {profile && (
        <Places
          label={label}
          rows={profile.map(([at]) => ({ at, name: `${plain(100 * at)} %` }))}
          add={{ unit: "%", from: 0, to: 100 }}
          onAdd={(percent) => put(withPlace(profile, percent / 100))}
          onRemove={(at) => put(profile.filter(([x]) => x !== at))}
        >
          {(at, name) => (
            <Bound
              label={`${label}, ${name}`}
              value={profile.find(([x]) => x === at)?.[1] ?? 1}
              exercise={exercise}
              onChange={(force) => put(profile.map((p): Profile[number] => (p[0] === at ? [at, force] : p)))}
            />
          )}
        </Places>
      )}
    </div>
  );
}

/** one place more, as heavy as the one before it */
function withPlace(profile: Profile, at: number): Profile {
  if (profile.some(([x]) => x === at)) return profile;
  const before = profile.findLast(([x]) => x < at) ?? profile[0]!;
  const next: Profile[number] = [at, before[1]];
  return [...profile, next].sort(([a], [b]) => a - b);
}
