/** Every criterion of a good week, ticked from its checks: what a coach looks at last, before it goes out. */
import type { Check, CheckKind, CheckState } from "#core/planning/judged";

export interface Criterion {
  name: string;
  kinds: readonly CheckKind[];
  /** its checks only speak where something is wrong: silence holds */
  silent?: true;
}

export const CRITERIA: readonly Criterion[] = [
  { name: "Every group gets its weekly sets", kinds: ["dose"] },
  { name: "Enough of them are its own", kinds: ["direct"] },
  { name: "Nobody gets too much along the way", kinds: ["ceiling"], silent: true },
  { name: "No session holds too much of one group", kinds: ["session dose"], silent: true },
  { name: "Groups come often enough", kinds: ["frequency"] },
  { name: "Days fit the client's minutes", kinds: ["minutes"] },
  { name: "Joints that are noted are spared", kinds: ["joint"], silent: true },
  { name: "Nothing goes further than the client's joints do", kinds: ["mobility"], silent: true },
  { name: "The place has what is asked for", kinds: ["equipment"], silent: true },
  { name: "The back carries no more than its budget", kinds: ["spine"] },
  { name: "Long lengths are trained", kinds: ["long length"] },
  { name: "The length range is covered", kinds: ["thirds"] },
  { name: "Heads and parts are covered", kinds: ["part"] },
  { name: "Arm positions and grips vary", kinds: ["positions"] },
  { name: "Nothing is done twice over", kinds: ["redundant"], silent: true },
  { name: "Bands of repetitions vary", kinds: ["rep bands"] },
  { name: "Sets end by what they are for", kinds: ["limiter"] },
  { name: "Effort rises through an exercise", kinds: ["effort"], silent: true },
  { name: "Effort rises through a session", kinds: ["effort of the day"] },
  { name: "Nothing dangerous goes to failure", kinds: ["least reserve"], silent: true },
  { name: "No set is heavier than its exercise is worth", kinds: ["rep floor"], silent: true },
  { name: "Rests are long enough, reps neither thrown nor endless", kinds: ["rest", "tempo"], silent: true },
  { name: "What matters most comes first", kinds: ["order"], silent: true },
  { name: "Pulling keeps up with pressing", kinds: ["push and pull"] },
  { name: "Supersets do not hinder each other", kinds: ["superset"], silent: true },
  { name: "No day of arms alone, unless asked for", kinds: ["layout"], silent: true },
  { name: "Lines stand on days that are for them", kinds: ["division"], silent: true },
  { name: "Some work is done one side at a time", kinds: ["sides"] },
  {
    name: "Techniques are allowed where they stand",
    kinds: ["technique", "techniques a day", "techniques apart", "swing"],
  },
  { name: "Loads can be raised in steps", kinds: ["step", "loads"], silent: true },
  { name: "Weeks A and B share enough to progress", kinds: ["two weeks"] },
];

export interface Ticked {
  name: string;
  /** the worst of its checks; "pass" where none has anything to say against it */
  state: CheckState;
  /** what stands against it, worst first */
  against: Check[];
  /** false: nothing of this week is judged by it */
  judged: boolean;
}

const RANK: Record<CheckState, number> = { problem: 0, look: 1, pass: 2 };

export function tick(checks: readonly Check[]): Ticked[] {
  const any = checks.length > 0;
  return CRITERIA.map(({ name, kinds, silent }) => {
    const own = checks.filter((c) => kinds.includes(c.kind));
    const against = own.filter((c) => c.state !== "pass").sort((a, b) => RANK[a.state] - RANK[b.state]);
    return { name, state: against[0]?.state ?? "pass", against, judged: own.length > 0 || (silent === true && any) };
  });
}
