/** What is said of it: cues by their moment, cautions by joint, and the stress that the author expects. */
import { Button, Input, Select } from "antd";
import { BREATHS, TAKE_UPS, WAYS_OUT } from "#core/exercises/choices";
import type { Exercise } from "#core/exercises/format";
import { handlingOf } from "#core/exercises/handling";
import { JOINT_NAMES, JOINTS, type Joint } from "#core/exercises/joints";
import { form as words } from "#core/words/own";
import { capital } from "#core/words/sentence";
import { NumberField } from "../base/NumberField";
import type { TabProps } from "./Editor";

type Cue = Exercise["cues"][number];
type Caution = Exercise["cautions"][number];
const PHASES: readonly Cue["phase"][] = ["start", "lift", "end", "lower"];

/** how the load gets up, the breath and the way out: as usual for its kind, or as the author says */
function Handled({ exercise, set }: TabProps) {
  const { handling: said = {} } = exercise;
  const usual = handlingOf({ ...exercise, handling: undefined });
  const rows = [
    ["takeUp", words.takeUp(), TAKE_UPS, words.takeUps],
    ["breath", words.breath(), BREATHS, words.breaths],
    ["wayOut", words.wayOut(), WAYS_OUT, words.waysOut],
  ] as const;
  return (
    <>
      <h3>{words.handling()}</h3>
      <div className="own-fields">
        {rows.map(([field, name, choices, names]) => {
          const nameOf = (c: string) => (names as Record<string, () => string>)[c]!();
          return (
            <label key={field} className="field">
              <span className="label">{name}</span>
              <Select
                aria-label={name}
                value={said[field] ?? ""}
                popupMatchSelectWidth={false}
                options={[
                  { value: "", label: words.usualFor({ what: nameOf(usual[field]) }) },
                  ...choices.map((c) => ({ value: c, label: nameOf(c) })),
                ]}
                onChange={(choice: string) => {
                  const next = { ...said, [field]: choice || undefined };
                  set({ handling: Object.values(next).some(Boolean) ? next : undefined });
                }}
              />
            </label>
          );
        })}
      </div>
    </>
  );
}

export function WordsTab({ exercise, set }: TabProps) {
  const { cues, cautions, joints } = exercise;
  const setCue = (i: number, part: Partial<Cue>) =>
    set({ cues: cues.map((c, k) => (k === i ? { ...c, ...part } : c)) });
  const setCaution = (i: number, part: Partial<Caution>) =>
    set({ cautions: cautions.map((c, k) => (k === i ? { ...c, ...part } : c)) });
  return (
    <>
      <h3>{words.cues()}</h3>
      {cues.map((c, i) => (
        <div key={i} className="line said">
          <Select
            aria-label={words.phase({ n: i + 1 })}
            value={c.phase}
            options={PHASES.map((p) => ({ value: p, label: words.phases[p]() }))}
            onChange={(phase: Cue["phase"]) => setCue(i, { phase })}
          />
          <Input
            aria-label={words.cue({ n: i + 1 })}
            value={c.text}
            onChange={(e) => setCue(i, { text: e.target.value })}
          />
        </div>
      ))}
      <Handled exercise={exercise} set={set} />
      <h3>{words.cautions()}</h3>
      {cautions.map((c, i) => (
        <div key={i} className="line said">
          <Select
            aria-label={words.cautionJoint({ n: i + 1 })}
            value={c.joint}
            options={JOINTS.map((j) => ({ value: j, label: JOINT_NAMES[j] }))}
            onChange={(joint: Joint) => setCaution(i, { joint })}
          />
          <Input
            aria-label={words.caution({ n: i + 1 })}
            value={c.text}
            onChange={(e) => setCaution(i, { text: e.target.value })}
          />
          <Button
            size="small"
            type="text"
            aria-label={words.removeCaution({ n: i + 1 })}
            onClick={() => set({ cautions: cautions.filter((_, k) => k !== i) })}
          >
            ×
          </Button>
        </div>
      ))}
      <Button size="small" onClick={() => set({ cautions: [...cautions, { joint: "shoulder", text: "" }] })}>
        {words.addCaution()}
      </Button>
      <h3>{words.strains()}</h3>
      <div className="own-fields">
        {JOINTS.map((j) => (
          <label key={j} className="field">
            <span className="label">{capital(JOINT_NAMES[j])}</span>
            <NumberField
              value={joints[j] ?? 0}
              min={0}
              max={1}
              step={0.05}
              onChange={(v) => set({ joints: { ...joints, [j]: v ?? 0 } })}
            />
          </label>
        ))}
      </div>
    </>
  );
}
