/** A labelled field of the intake, with why its answer cannot be; and what every step is given. */
import type { ReactNode } from "react";
import type { ClientInput } from "#core/clients/client";
import type { SetAnswers } from "./useIntake";

export interface StepProps {
  input: ClientInput;
  set: SetAnswers;
  /** by path of the answer */
  reasons: Readonly<Record<string, string>>;
}

interface FieldProps {
  id: Extract<keyof ClientInput, string>;
  label: string;
  reasons: StepProps["reasons"];
  children: (own: { id: string; status: "error" | ""; "aria-describedby": string }) => ReactNode;
}

export function Field({ id, label, reasons, children }: FieldProps) {
  const reason = reasons[id];
  return (
    <div className="field">
      <label htmlFor={`client-${id}`}>{label}</label>
      {children({ id: `client-${id}`, status: reason ? "error" : "", "aria-describedby": `reason-${id}` })}
      <span className="reason" id={`reason-${id}`}>
        {reason}
      </span>
    </div>
  );
}
