/** What is asked of a week that is written: its division, its minutes, what it may hold. */
import { Checkbox, Select } from "antd";
import type { Client } from "#core/clients/client";
import { library } from "#core/exercises/library";
import type { Program } from "#core/program/document";
import { ARM_DAYS, SPLITS } from "#core/solver/splits";
import { timesIn, timesOf, timesText, type Wish } from "./wish";

interface WishesProps {
  wish: Wish;
  onWish: (wish: Wish) => void;
  client: Client;
  program: Program;
}

export function Wishes({ wish, onWish, client, program }: WishesProps) {
  const set = (change: Partial<Wish>) => onWish({ ...wish, ...change });
  const aimed = program.days.some((d) => d.groups !== null);
  const filled = program.days.some((d) => d.blocks.length > 0);
  return (
    <>
      <Choice
        label="Days"
        name="How the week is divided"
        value={wish.split}
        onChange={(split) => set({ split })}
        options={SPLITS.filter((s) => s !== "as the days say" || aimed).map((s) => ({ value: s, label: s }))}
      />
      {wish.split !== "as the days say" && program.days.length > 1 && (
        <Choice
          label="Arms"
          name="Where arm work goes"
          value={wish.arms}
          onChange={(arms) => set({ arms })}
          options={ARM_DAYS.map((s) => ({ value: s, label: s }))}
        />
      )}
      {timesOf(program.days.length).length > 1 && (
        <Choice
          label="Sessions"
          name="How often each session is done"
          value={timesIn(wish, program)}
          onChange={(times) => set({ times })}
          options={timesOf(program.days.length).map((n) => ({ value: n, label: timesText(program.days.length, n) }))}
        />
      )}
      <Choice
        label="Use"
        name="What the minutes are for"
        value={wish.use}
        onChange={(use) => set({ use })}
        options={[
          { value: "minutes", label: "the minutes" },
          { value: "needs", label: "only what is needed" },
        ]}
      />
      <Exercises
        label="With"
        name="Exercises that have to be in it"
        placeholder="whatever is best"
        value={wish.required}
        onChange={(required) => set({ required, banned: wish.banned.filter((b) => !required.includes(b)) })}
      />
      <Exercises
        label="Without"
        name="Exercises that are not wanted"
        placeholder="nothing"
        value={wish.banned}
        onChange={(banned) => set({ banned, required: wish.required.filter((r) => !banned.includes(r)) })}
      />
      <Choice
        label="Back"
        name="What the low back may carry"
        value={wish.spine}
        onChange={(spine) => set({ spine })}
        options={[
          { value: 0.5, label: "half the budget" },
          { value: 1, label: "the budget" },
          { value: 1.5, label: "half as much again" },
        ]}
      />
      {filled && (
        <Choice
          label="New"
          name="How many exercises may be new"
          value={wish.fresh ?? -1}
          onChange={(v) => set({ fresh: v < 0 ? null : v })}
          options={[-1, 0, 2, 4, 8].map((v) => ({ value: v, label: v < 0 ? "any" : `at most ${v}` }))}
        />
      )}
      {timesIn(wish, program) > 1 && (
        <Checkbox checked={wish.vary} onChange={(e) => set({ vary: e.target.checked })}>
          repeats vary
        </Checkbox>
      )}
      <Checkbox checked={wish.pairs} onChange={(e) => set({ pairs: e.target.checked })}>
        supersets
      </Checkbox>
      {client.level === "trained" && (
        <Checkbox checked={wish.techniques} onChange={(e) => set({ techniques: e.target.checked })}>
          techniques
        </Checkbox>
      )}
      {filled && (
        <Checkbox checked={wish.keep} onChange={(e) => set({ keep: e.target.checked })}>
          keep what is there
        </Checkbox>
      )}
    </>
  );
}

interface ChoiceProps<V extends string | number> {
  label: string;
  /** what a reader hears */
  name: string;
  value: V;
  onChange: (value: V) => void;
  options: { value: V; label: string }[];
}

function Choice<V extends string | number>({ label, name, value, onChange, options }: ChoiceProps<V>) {
  return (
    <label className="field inline">
      {label}
      <Select<V>
        size="small"
        aria-label={name}
        value={value}
        onChange={onChange}
        options={options}
        popupMatchSelectWidth={false}
      />
    </label>
  );
}

type ExercisesProps = Omit<ChoiceProps<string>, "value" | "onChange" | "options"> & {
  placeholder: string;
  value: string[];
  onChange: (value: string[]) => void;
};

/** several of the library */
function Exercises({ label, name, placeholder, value, onChange }: ExercisesProps) {
  return (
    <label className="field inline">
      {label}
      <Select
        size="small"
        mode="multiple"
        aria-label={name}
        placeholder={placeholder}
        style={{ minWidth: 145, maxWidth: 260 }}
        value={value}
        onChange={onChange}
        maxTagCount={1}
        optionFilterProp="label"
        options={EXERCISES}
      />
    </label>
  );
}

const EXERCISES = library.map((e) => ({ value: e.id, label: e.name }));
