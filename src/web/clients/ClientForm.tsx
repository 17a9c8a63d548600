/** The intake of a client in three steps, with what each answer changes beside it; later, the same to change it. */
import { clientForm as text } from "#core/words/web/clients";
import { Button } from "antd";
import { useEffect, useRef, useState, type FormEvent } from "react";
import { Link } from "react-router";
import type { Client, ClientInput } from "#core/clients/client";
import { clientInput } from "#core/clients/schema";
import { unanswered, yeses } from "#core/clients/screening";
import { holds, saving as words, steps } from "#core/words/intake";
import type { Failure } from "../base/api";
import { usePresentEdition } from "../base/edition";
import { Changes } from "./Changes";
import { LimitsStep } from "./LimitsStep";
import { PersonStep } from "./PersonStep";
import { PrioritiesStep } from "./PrioritiesStep";
import { useIntake } from "./useIntake";

const STEPS = ["person", "priorities", "limits"] as const;
type Step = (typeof STEPS)[number];

const STEP_OF: Partial<Record<string, Step>> = {
  daysPerWeek: "limits",
  minutes: "limits",
  weekdays: "limits",
  equipment: "limits",
  stations: "limits",
  joints: "limits",
  mobility: "limits",
  unwanted: "limits",
  wanted: "limits",
  weak: "limits",
  loads: "limits",
  settings: "limits",
  note: "limits",
  priorities: "priorities",
};

/** what a step holds, for its tab */
function heldBy(step: Step, input: ClientInput): string {
  if (step === "person") {
    const screening = input.cleared
      ? "cleared"
      : yeses(input.screening).length
        ? "not cleared"
        : text.screeningQuestionsOpen({ screening: unanswered(input.screening) });
    return holds.person({ cm: Math.round(input.stature * 100), kg: input.mass, level: input.level, screening });
  }
  if (step === "limits")
    return holds.limits({ days: input.daysPerWeek, minutes: input.minutes, joints: input.joints.length });
  const of = (...list: string[]) => Object.values(input.priorities).filter((p) => list.includes(p)).length;
  return holds.priorities({ more: of("grow", "specialise"), hold: of("hold"), maintain: of("maintain") });
}

interface ClientFormProps {
  value: ClientInput | Client;
  onSave: (input: ClientInput) => Promise<Failure | null>;
  weekLink: string | null;
}

export function ClientForm({ value, onSave, weekLink }: ClientFormProps) {
  const { method } = usePresentEdition();
  const intake = useIntake(value, method);
  const { input, set } = intake;
  const [step, setStep] = useState<Step>(location.hash === "#limits" ? "limits" : "person");
  const [reasons, setReasons] = useState<Record<string, string>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const [state, setState] = useState<"still" | "saving" | "saved">("still");
  const form = useRef<HTMLFormElement>(null);
  const at = STEPS.indexOf(step);
  useStepKeys(form, at, setStep);

  const show = (faults: Record<string, string>) => {
    setReasons(faults);
    const [path] = Object.keys(faults);
    if (!path) return;
    const field = path.split(".")[0]!;
    setStep(STEP_OF[field] ?? "person");
    // the step has to be there first
    setTimeout(() => document.getElementById(`client-${field}`)?.focus(), 0);
  };
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    setFailure(null);
    const parsed = clientInput.safeParse(input);
    if (!parsed.success) {
      show(Object.fromEntries(parsed.error.issues.map((i) => [i.path.join("."), i.message])));
      return;
    }
    setReasons({});
    setState("saving");
    const failed = await onSave(parsed.data);
    setState(failed ? "still" : "saved");
    if (!failed) {
      intake.forget();
      return;
    }
    setFailure(failed.error);
    show(Object.fromEntries(failed.fields.map((f) => [f.path.replace(/^client\./, ""), f.reason])));
  };
  const props = {
    input,
    reasons,
    set: (change: Partial<ClientInput>) => {
      setState("still");
      set(change);
    },
  };
  return (
    <form ref={form} className="intake" onSubmit={(e) => void submit(e)} noValidate>
      <div className="sheet step">
        <div className="line">
          <h1>{input.name || text.newClient()}</h1>
          {intake.drafted && state !== "saved" && <span className="small quiet">{words.draft()}</span>}
          {weekLink && <Link to={weekLink}>{text.toTheWeek()}</Link>}
        </div>
        <div className="tabs" role="tablist" aria-label={text.steps()}>
          {STEPS.map((s, i) => (
            <button
              key={s}
              type="button"
              role="tab"
              id={`tab-${s}`}
              aria-selected={s === step}
              aria-controls="step-panel"
              className="plain"
              title={text.alt({ key: i + 1 })}
              onClick={() => setStep(s)}
            >
              <strong>
                {i + 1} {steps[s]()}
              </strong>
              <span className="small">{heldBy(s, input)}</span>
            </button>
          ))}
        </div>
        <div id="step-panel" role="tabpanel" aria-labelledby={`tab-${step}`} className="panel">
          {step === "person" ? (
            <PersonStep {...props} />
          ) : step === "priorities" ? (
            <PrioritiesStep {...props} />
          ) : (
            <LimitsStep {...props} />
          )}
        </div>
        {!("id" in value) || input.daysPerWeek === value.daysPerWeek ? null : (
          <p className="notice small" role="status">
            {text.theWeekKeepsIts({ daysPerWeek: input.daysPerWeek })}
          </p>
        )}
        {failure && (
          <p className="notice warn" role="alert">
            {failure}
          </p>
        )}
        <div className="line foot">
          <Button disabled={at === 0} onClick={() => setStep(STEPS[at - 1]!)}>
            {words.back()}
          </Button>
          <Button disabled={at === STEPS.length - 1} onClick={() => setStep(STEPS[at + 1]!)}>
            {words.next()} <kbd>{text.ctrlEnter()}</kbd>
          </Button>
          <Button type="primary" htmlType="submit" loading={state === "saving"}>
            {words.save()}
          </Button>
          <span role="status" className="small quiet">
            {state === "saved" ? words.saved() : ""}
          </span>
        </div>
      </div>
      <Changes intake={intake} saved={"id" in value ? value : null} />
    </form>
  );
}

/** Alt and a digit opens a step, Ctrl Enter the next one; the address may ask for the screening */
function useStepKeys(form: React.RefObject<HTMLFormElement | null>, at: number, open: (step: Step) => void): void {
  useEffect(() => {
    const heard = (e: KeyboardEvent) => {
      const digit = e.altKey && /^Digit[1-3]$/.test(e.code) ? Number(e.code.slice(5)) : null;
      const next = e.ctrlKey && e.key === "Enter" && at < STEPS.length - 1;
      if (!digit && !next) return;
      e.preventDefault();
      open(STEPS[digit ? digit - 1 : at + 1]!);
      // what had the focus is gone with its step
      setTimeout(
        () => form.current?.querySelector<HTMLElement>(".panel input, .panel button, .panel [tabindex]")?.focus(),
        0,
      );
    };
    addEventListener("keydown", heard);
    return () => removeEventListener("keydown", heard);
  }, [form, at, open]);
  useEffect(() => {
    if (window.location.hash === "#client-cleared") document.getElementById("client-cleared")?.focus();
  }, []);
}
