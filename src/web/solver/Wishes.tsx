/** What is asked of a week that is built: its split, what it may hold, what stays of what is there. */
import { Checkbox, Select } from "antd";
import { useMemo } from "react";
import type { Client } from "#core/clients/client";
import type { Edition } from "#core/edition/edition";
import { library } from "#core/exercises/library";
import type { Survey } from "#core/mechanics/survey";
import { prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import { ARM_DAYS, SPLITS } from "#core/solver/splits";
import { expected as expect, form, now } from "#core/words/builder";
import { Segments } from "../base/Segments";
import { expectation, splitCost } from "./expectation";
import { timesIn, timesOf, type Wish } from "./wish";

interface WishesProps {
  wish: Wish;
  onWish: (wish: Wish) => void;
  client: Client;
  program: Program;
  edition: Edition;
  survey: Survey | null;
  /** lines that would be kept on days that are for something else */
  against: readonly string[];
}

export function Wishes(props: WishesProps) {
  return (
    <div className="builder-form">
      <Split {...props} />
      <Choices {...props} />
      <div>
        <Stays {...props} />
        <Expect {...props} />
      </div>
    </div>
  );
}

const setter =
  ({ wish, onWish }: WishesProps) =>
  (change: Partial<Wish>) =>
    onWish({ ...wish, ...change });

/** how the week is divided, each with what it costs this client */
function Split(props: WishesProps) {
  const { wish, client, program, edition } = props;
  const set = setter(props);
  const aimed = program.days.some((d) => d.groups !== null);
  const days = program.days.length;
  const times = timesOf(days);
  return (
    <div>
      <h3>{form.split()}</h3>
      <Segments
        stacked
        name={form.split()}
        value={wish.split}
        onChange={(split) => set({ split })}
        options={SPLITS.filter((s) => s !== "as the days say" || aimed).map((s) => ({
          value: s,
          label: form.splits[s],
          note: splitCost({ split: s, arms: wish.arms }, client, program, edition.method),
        }))}
      />
      {wish.split !== "as the days say" && days > 1 && (
        <>
          <h3>{form.arms()}</h3>
          <Segments
            name={form.arms()}
            value={wish.arms}
            onChange={(arms) => set({ arms })}
            options={ARM_DAYS.map((s) => ({ value: s, label: form.armDays[s] }))}
          />
        </>
      )}
      {times.length > 1 && (
        <>
          <h3>{form.sessions()}</h3>
          <Segments
            name={form.sessions()}
            value={timesIn(wish, program)}
            onChange={(n) => set({ times: n })}
            options={times.map((n) => ({ value: n, label: form.sessionsOf({ days, times: n }) }))}
          />
          {timesIn(wish, program) > 1 && (
            <Checkbox checked={wish.vary} onChange={(e) => set({ vary: e.target.checked })}>
              {form.vary()}
            </Checkbox>
          )}
        </>
      )}
    </div>
  );
}

const SPINES = [
  { value: 0.5, label: form.backLow() },
  { value: 1, label: form.backLimit() },
  { value: 1.5, label: form.backMore() },
];
const yesNo = (yes: string) => [
  { value: 1, label: yes },
  { value: 0, label: form.no() },
];

/** what the week must, may and may not hold */
function Choices(props: WishesProps) {
  const { wish, client, program, edition } = props;
  const set = setter(props);
  const filled = program.days.some((d) => d.blocks.length > 0);
  const trained = client.level === "trained";
  return (
    <dl className="choices">
      <dt>{form.include()}</dt>
      <dd>
        <Exercises
          name={form.include()}
          value={wish.required}
          onChange={(required) => set({ required, banned: wish.banned.filter((b) => !required.includes(b)) })}
        />
      </dd>
      <dt>{form.leaveOut()}</dt>
      <dd>
        <Exercises
          name={form.leaveOut()}
          value={wish.banned}
          onChange={(banned) => set({ banned, required: wish.required.filter((r) => !banned.includes(r)) })}
        />
      </dd>
      {filled && (
        <>
          <dt>{form.fresh()}</dt>
          <dd>
            <Segments
              name={form.fresh()}
              value={wish.fresh ?? -1}
              onChange={(v) => set({ fresh: v < 0 ? null : v })}
              options={[-1, 4, 2, 0].map((v) => ({ value: v, label: form.freshMost({ most: v < 0 ? null : v }) }))}
            />
          </dd>
        </>
      )}
      <dt>{form.back()}</dt>
      <dd>
        <Segments name={form.back()} value={wish.spine} onChange={(spine) => set({ spine })} options={SPINES} />{" "}
        <span className="small quiet">{form.backTold({ week: wish.spine * edition.method.spine.week })}</span>
      </dd>
      <dt>{form.supersets()}</dt>
      <dd>
        <Segments
          name={form.supersets()}
          value={Number(wish.pairs)}
          onChange={(v) => set({ pairs: v === 1 })}
          options={yesNo(form.supersetsYes())}
        />
      </dd>
      <dt>{form.techniques()}</dt>
      <dd>
        {trained ? (
          <Segments
            name={form.techniques()}
            value={Number(wish.techniques)}
            onChange={(v) => set({ techniques: v === 1 })}
            options={yesNo(form.techniquesYes())}
          />
        ) : (
          <span className="small quiet">{form.beginner()}</span>
        )}
      </dd>
      <dt>{form.time()}</dt>
      <dd>
        <Segments
          name={form.time()}
          value={wish.use}
          onChange={(use) => set({ use })}
          options={[
            { value: "minutes", label: form.timeAll() },
            { value: "needs", label: form.timeNeeds() },
          ]}
        />
      </dd>
    </dl>
  );
}

/** what of the present week stays */
function Stays(props: WishesProps) {
  const { wish, program, against } = props;
  const set = setter(props);
  const lines = prescriptionsOf(program);
  const locked = lines.filter((p) => p.locked).length;
  if (lines.length === 0)
    return (
      <>
        <h3>{now.title()}</h3>
        <p className="small quiet">{now.nothing()}</p>
      </>
    );
  return (
    <>
      <h3>{now.title()}</h3>
      <Segments
        stacked
        name={now.title()}
        value={Number(wish.keep)}
        onChange={(v) => set({ keep: v === 1 })}
        options={[
          { value: 1, label: now.keep({ n: lines.length }) },
          { value: 0, label: now.empty({ locked }) },
        ]}
      />
      {against.length > 0 && (
        <p className="notice warn small" role="status">
          {now.against({ lines: against.slice(0, 3), more: against.length - 3 })}{" "}
          <button type="button" className="plain link" onClick={() => set({ keep: false })}>
            {now.rewrite()}
          </button>
        </p>
      )}
    </>
  );
}

/** what the client's minutes, priorities and equipment allow, before anything is built */
function Expect({ client, program, edition, survey }: WishesProps) {
  const told = useMemo(() => expectation(client, program, edition, survey), [client, program, edition, survey]);
  return (
    <>
      <h3>{expect.title()}</h3>
      <dl className="expected">
        <dt>{expect.asked()}</dt>
        <dd>{expect.askedTold(told.asked)}</dd>
        <dt>{expect.room()}</dt>
        <dd>{expect.roomTold(told.room)}</dd>
        {told.setups && (
          <>
            <dt>{expect.setups()}</dt>
            <dd>{expect.setupsTold(told.setups)}</dd>
          </>
        )}
      </dl>
    </>
  );
}

interface ExercisesProps {
  name: string;
  value: string[];
  onChange: (value: string[]) => void;
}

/** several of the library */
const Exercises = ({ name, value, onChange }: ExercisesProps) => (
  <Select
    size="small"
    mode="multiple"
    aria-label={name}
    placeholder={form.none()}
    style={{ minWidth: 180, maxWidth: 380 }}
    value={value}
    onChange={onChange}
    maxTagCount={2}
    optionFilterProp="label"
    options={EXERCISES}
  />
);

const EXERCISES = library.map((e) => ({ value: e.id, label: e.name }));
