/** An edit of next week in words: what it does, and why. */
import { editWords as said } from "#core/words/web/review";
import { groupName } from "#core/planning/groups";
import { JOINT_NAMES } from "#core/exercises/joints";
import type { Edit } from "#core/review/edits";
import type { Against, For } from "#core/review/stay";
import type { Target } from "#core/training/progression";
import { reasonText } from "#core/training/reasons";
import { because, edit as words } from "#core/words/review";
import { familyName } from "#core/words/families";
import { loadText } from "../../page/locale";

export const clock = (s: number): string =>
  said.nWhatMin({ n: Math.floor(s / 60), what: String(Math.round(s % 60)).padStart(2, "0") });

const restIn = (e: Edit): number | undefined =>
  e.operations.flatMap((o) => (o.kind === "change" && o.change.rest ? [o.change.rest] : []))[0];

function targetText(t: Target): string {
  if (t.decision === "hold" && t.rest) return words.drop({ rest: clock(t.rest) });
  const load = t.load ? loadText(t.load) : said.noLoad();
  const more = [
    t.rest ? said.restRest({ rest: clock(t.rest) }) : "",
    t.tempo ? said.loweredInLowerS({ lower: t.tempo.lower }) : "",
  ].filter(Boolean);
  return [`${load} × ${t.reps.low}–${t.reps.high}`, ...more].join(", ");
}

/** most telling first; of a load that is held and a rest that is not, why the rest */
const whyOf = ({ decision, reasons }: Target) =>
  (decision === "hold" ? reasons.find((x) => x.kind === "drop" || x.kind === "ended by breath") : null) ?? reasons[0]!;

/** why another setup */
export function againstText(a: Against): string {
  switch (a.kind) {
    case "hurts":
      return because.hurts({ ...a, joint: JOINT_NAMES[a.joint] });
    case "not felt":
      return because["not felt"]({ ...a, where: a.where && groupName(a.where).toLowerCase() });
    case "form":
      return because.form(a);
    case "others":
      return because.others(a);
    case "still":
      return because.still(a);
  }
}

/** why it stays */
export function favourText(f: For): string {
  switch (f.kind) {
    case "stronger":
      return because.stronger(f);
    case "felt":
      return because.felt(f);
    case "early":
      return because.early(f);
    case "nothing against":
      return because["nothing against"]();
  }
}

export function editWords(e: Edit): { what: string; why: string } {
  const r = e.reason;
  switch (r.kind) {
    case "target":
      return { what: targetText(r.target), why: reasonText(whyOf(r.target)) };
    case "drop":
      return { what: words.drop({ rest: clock(restIn(e) ?? 0) }), why: words.dropWhy(r) };
    case "side":
    case "even":
      return { what: words.side(r), why: words.sideWhy(r) };
    case "unlikely":
      return { what: words.unlikely({ sets: Math.max(1, r.sets) }), why: words.unlikelyWhy() };
    case "replace":
      return { what: words.replace(), why: againstText(r.because) };
    case "one-sided":
      return { what: words["one-sided"](), why: words["one-sidedWhy"](r) };
    case "block end":
      return { what: words["block end"](), why: words["block endWhy"](r) };
    case "next block":
      return { what: words["next block"](), why: words["next blockWhy"]() };
    case "rotate": {
      const [from, to] = [groupName(r.from), groupName(r.to)];
      return { what: words.rotate({ to }), why: words.rotateWhy({ from, to, weeks: r.weeks }) };
    }
    case "test set":
      return { what: words["test set"](), why: words["test setWhy"]({ ...r, family: familyName(r.family) }) };
    case "more":
      return {
        what: words.more(),
        why: words.moreWhy({ ...r, family: familyName(r.family), group: groupName(r.group) }),
      };
    case "further day":
      return { what: words["further day"](), why: words["further dayWhy"]({ ...r, family: familyName(r.family) }) };
    case "first":
      return { what: words.first(r), why: words.firstWhy({ ...r, family: familyName(r.family) }) };
    case "lighter week":
      return { what: words["lighter week"](), why: words["lighter weekWhy"](r) };
    case "pain":
      return { what: words.pain(), why: words.painWhy() };
    case "uncapped":
      return { what: words.uncapped(), why: words.uncappedWhy() };
  }
}
