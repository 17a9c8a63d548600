/** The week that is open, for everything on its page: whose it is, how it is changed, and which line is at hand. */
import { createContext, useContext } from "react";
import type { Client } from "#core/clients/client";
import type { Survey } from "#core/mechanics/survey";
import type { Operation, Program } from "#core/program/document";
import type { Strength } from "../mechanics/useStrength";

export interface OpenWeek {
  client: Client;
  /** the week as it is shown: of two that take turns the one that is open, or one that is only looked at */
  program: Program;
  /** null while the library is not read */
  survey: Survey | null;
  /** what the client's sets say of loads; null while that is worked out */
  strength: Strength | null;
  edit: (...operations: Operation[]) => void;
  dayId: string | null;
  onDay: (id: string) => void;
  selected: string | null;
  onSelect: (id: string | null) => void;
}

export const WeekContext = createContext<OpenWeek | null>(null);

/** @throws outside of a week's page */
export function useWeek(): OpenWeek {
  const week = useContext(WeekContext);
  if (!week) throw new Error("no week is open here");
  return week;
}
