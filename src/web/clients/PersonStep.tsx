/** Who the client is, and what is asked before training. */
import { Button, Checkbox, Input } from "antd";
import { FORMS } from "#core/base/forms";
import { LANGUAGES } from "#core/base/language";
import { questions, QUESTIONS, unanswered, yeses } from "#core/clients/screening";
import { LOADED, UNITS, type Unit } from "#core/clients/choices";
import { LIMBS, usualLimb } from "#core/anatomy/limbs";
import { equipmentName } from "#core/exercises/choices";
import { limbs as limbWords, person, screening as words } from "#core/words/intake";
import { dayOf, dayText } from "../../page/locale";
import { NumberField } from "../base/NumberField";
import { Segments } from "../base/Segments";
import { Field, type StepProps } from "./fields";

export function PersonStep(props: StepProps) {
  return (
    <div className="step-columns">
      <Person {...props} />
      <Screening {...props} />
    </div>
  );
}

function Person({ input, set, reasons }: StepProps) {
  const other: Unit = input.unit === "kg" ? "lb" : "kg";
  return (
    <div className="fields">
      <Field id="name" label={person.name()} reasons={reasons}>
        {(own) => <Input {...own} value={input.name} onChange={(e) => set({ name: e.target.value })} />}
      </Field>
      <div className="two">
        <Field id="stature" label={person.height()} reasons={reasons}>
          {(own) => (
            <NumberField
              {...own}
              value={Math.round(input.stature * 100)}
              onChange={(v) => set({ stature: (v ?? 0) / 100 })}
            />
          )}
        </Field>
        <Field id="mass" label={person.mass()} reasons={reasons}>
          {(own) => <NumberField {...own} value={input.mass} onChange={(v) => set({ mass: v ?? 0 })} />}
        </Field>
      </div>
      <div className="field">
        <span className="label">{person.level()}</span>
        <Segments
          name={person.level()}
          value={input.level}
          onChange={(level) => set({ level })}
          options={[
            { value: "beginner", label: person.levels.beginner() },
            { value: "trained", label: person.levels.trained() },
          ]}
        />
      </div>
      <div className="field">
        <span className="label">{person.unit()}</span>
        <Segments
          name={person.unit()}
          value={input.unit}
          onChange={(unit) => set({ unit, units: {} })}
          options={UNITS.map((u) => ({ value: u, label: u }))}
        />
      </div>
      <div className="field">
        <span className="label">{person.figure()}</span>
        <Segments
          name={person.figure()}
          value={input.figure}
          onChange={(figure) => set({ figure })}
          options={FORMS.map((f) => ({ value: f, label: person.figures[f]() }))}
        />
      </div>
      <div className="field">
        <span className="label">{person.language()}</span>
        <Segments
          name={person.language()}
          value={input.language}
          onChange={(language) => set({ language })}
          options={LANGUAGES.map((l) => ({ value: l, label: person.languages[l]() }))}
        />
        {input.language !== "en" && <p className="small quiet">{person.languageKeeps()}</p>}
      </div>
      {input.place === null && (
        <div className="field">
          <span className="label">{person.otherwise()}</span>
          <Checkbox.Group
            aria-label={person.marked({ unit: other })}
            value={LOADED.filter((e) => input.units[e] === other)}
            onChange={(v) => set({ units: Object.fromEntries(v.map((e) => [e, other])) })}
            options={LOADED.map((e) => ({
              value: e,
              label: person.markedOne({ what: equipmentName(e).replace(/^an? /, ""), unit: other }),
            }))}
          />
        </div>
      )}
      <LimbLengths input={input} set={set} reasons={reasons} />
      <div className="two">
        <Field id="consent" label={person.consent()} reasons={reasons}>
          {(own) => (
            <Input
              {...own}
              type="date"
              value={input.consent ?? ""}
              onChange={(e) => set({ consent: e.target.value || null })}
            />
          )}
        </Field>
        <Field id="keepUntil" label={person.keepUntil()} reasons={reasons}>
          {(own) => (
            <Input
              {...own}
              type="date"
              value={input.keepUntil ?? ""}
              onChange={(e) => set({ keepUntil: e.target.value || null })}
            />
          )}
        </Field>
      </div>
    </div>
  );
}

/** lengths that were measured: behind a press, since most clients are never measured */
function LimbLengths({ input, set, reasons }: StepProps) {
  return (
    <details className="limb-lengths" open={Object.keys(input.limbs).length > 0}>
      <summary>{limbWords.title()}</summary>
      <div className="two">
        {LIMBS.map((limb) => (
          <label key={limb} className="field">
            <span>{limbWords.field({ limb: limbWords[limb]() })}</span>
            <NumberField
              value={input.limbs[limb] ?? null}
              placeholder={limbWords.usual({ cm: Math.round(usualLimb(limb, input.stature)) })}
              onChange={(cm) => {
                const { [limb]: _gone, ...others } = input.limbs;
                set({ limbs: cm === null ? others : { ...others, [limb]: cm } });
              }}
            />
            <span className="reason">{reasons[`limbs.${limb}`]}</span>
          </label>
        ))}
      </div>
      <p className="small quiet">{limbWords.how()}</p>
    </details>
  );
}

function Screening({ input, set, reasons }: StepProps) {
  const { screening: answers, clearance } = input;
  const open = unanswered(answers);
  const said = yeses(answers);
  const state =
    open === questions.length && input.cleared && !clearance
      ? words.before()
      : clearance
        ? words.cleared({ by: clearance.by, on: dayText(clearance.on) })
        : said.length > 0
          ? words.blocked()
          : open > 0
            ? words.open({ n: open })
            : words.clear();
  return (
    <section className="screening" aria-label={words.title()}>
      <div className="line">
        <h2>{words.title()}</h2>
        <Button
          size="small"
          onClick={() => set({ screening: Object.fromEntries(QUESTIONS.map((q) => [q, "no" as const])) })}
        >
          {words.allNo()}
        </Button>
      </div>
      <ul>
        {questions.map((q) => (
          <li key={q.id} data-answer={answers[q.id]}>
            <div className="ask">
              <span id={`ask-${q.id}`}>{q.ask}</span>
              {answers[q.id] === "yes" && <span className="small follows">{q.follows}</span>}
            </div>
            <Segments
              name={q.ask}
              value={answers[q.id] ?? ""}
              onChange={(v) => set({ screening: { ...answers, [q.id]: v as "no" | "yes" } })}
              options={[
                { value: "no", label: person.no() },
                { value: "yes", label: person.yes() },
              ]}
            />
          </li>
        ))}
      </ul>
      <p id="client-cleared" tabIndex={-1} role="status" className={input.cleared ? "notice" : "notice warn"}>
        {state}
      </p>
      {(said.length > 0 || (clearance && open > 0)) && <Clearing input={input} set={set} reasons={reasons} />}
      <span className="reason">{reasons["clearance.by"] ?? reasons["clearance.on"]}</span>
    </section>
  );
}

/** who has cleared the client, and when */
function Clearing({ input: { clearance }, set }: StepProps) {
  if (!clearance)
    return <Button onClick={() => set({ clearance: { by: "", on: dayOf(new Date()) } })}>{words.record()}</Button>;
  return (
    <div className="two">
      <label className="field">
        <span>{words.clearedBy()}</span>
        <Input value={clearance.by} onChange={(e) => set({ clearance: { ...clearance, by: e.target.value } })} />
      </label>
      <label className="field">
        <span>{words.clearedOn()}</span>
        <Input
          type="date"
          value={clearance.on}
          onChange={(e) => set({ clearance: { ...clearance, on: e.target.value } })}
        />
      </label>
      <Button size="small" onClick={() => set({ clearance: null })}>
        {words.takeBack()}
      </Button>
    </div>
  );
}
