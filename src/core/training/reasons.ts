/** The words of a next target's reasons, the same on the phone and at the desk. */
import type { Load } from "#core/program/document";
import type { Next, Reason } from "#core/training/progression";
import { english, type PhoneWords } from "#core/words/client/phone";
import { painText } from "./pain";

type Say = PhoneWords["reasons"];

const text = (l: Load) => `${l.value} ${l.unit}`;
const textOf = (l: Load | null) => l && text(l);

function first(load: Load | null, bodyLoad: number, say: Say): string {
  if (load && load.value > 0) return say.firstWith({ load: text(load) });
  return bodyLoad > 0 ? say.firstBare() : say.firstFind();
}

function reached(first: number, load: Load | null, next: Next, say: Say): string {
  const top = { first, load: textOf(load), from: 0, to: 0, lower: 0, next: "" };
  switch (next.by) {
    case "nothing":
      return say.topNothing(top);
    case "tempo":
      return say.topTempo({ ...top, from: next.from, to: next.to });
    case "relative":
      return say.topRelative({ ...top, lower: next.lower, next: next.name });
    case "first load":
      return say.topLoad({ ...top, lower: next.lower, next: text(next.load) });
  }
}

/** a next load, and whether its time has come */
function nextLoad(r: Extract<Reason, { from: Load }>, say: Say): string {
  const v = { lately: [...r.lately], from: text(r.from), next: text(r.next), about: 0, at: 0, top: 0, planned: 0 };
  switch (r.kind) {
    case "far over":
      return say.farOver({ ...v, planned: r.planned });
    case "ready":
      return say.ready({ ...v, about: r.about });
    case "not yet":
      return say.notYet({ ...v, about: r.about, at: r.at, top: r.top });
  }
}

/** @param words of the client's language; a coach reads English */
export function reasonText(r: Reason, words: PhoneWords = english): string {
  const say = words.reasons;
  if ("from" in r) return nextLoad(r, say);
  switch (r.kind) {
    case "stopped":
      return say.stopped({ pain: painText(r.pain, words) });
    case "pain":
      return painText(r.pain, words);
    case "form":
      return say.form(r);
    case "form twice":
      return say.formTwice(r);
    case "check-in":
      return say.checkIn(r);
    case "ended by breath":
      return say.breath();
    case "unlikely load":
      return say.unlikely({ load: textOf(r.load), reps: r.reps });
    case "first time":
      return first(r.load, r.bodyLoad, say);
    case "not work":
      return say.notWork();
    case "set by coach":
      return say.byCoach();
    case "felt elsewhere twice":
      return say.elsewhereTwice();
    case "no load typed":
      return say.noLoad();
    case "smallest load":
      return say.smallest({ load: text(r.load) });
    case "top reached":
      return reached(r.first, r.load, r.next, say);
    case "felt elsewhere":
      return say.elsewhere({ lately: [...r.lately] });
    case "under the window":
      return say.under({ lately: [...r.lately], low: r.low });
    case "sets left out":
      return say.leftOut(r);
    case "reserve spent":
      return say.reserveSpent();
    case "a set fell below":
      return say.fellBelow(r);
    case "on the way":
      return say.onTheWay(r);
    case "window":
      return say.window({ ...r.window, step: text(r.step), on: textOf(r.load), body: Math.round(r.bodyLoad) });
    case "drop":
      return say.drop({ percent: Math.round(r.drop * 100), rest: r.rest });
  }
}
