/** The method told to a coach: each idea with its example, its trade-off and how sure it is, before the exact page. */
import { percent } from "#core/base/numbers";
import { label, sentence } from "./sentence";

export const page = {
  title: label("The method in short"),
  lead: label("What Gryn measures, what it weighs and what it cannot know. Each idea links to the exact page."),
  tradeOff: label("Trade-off"),
  sure: label("How sure"),
  exact: label("Exact page"),
  glossary: label("Glossary"),
  example: label("Example"),
};

export interface Idea {
  id: string;
  title: string;
  says: string;
  tradeOff: string;
  sure: string;
  page: string;
  /** two setups of one head, drawn side by side */
  example: { head: string; setups: readonly [string, string]; shows: "length" | "limit" } | null;
}

export const ideas: readonly Idea[] = [
  {
    id: "length",
    title: "Where the load falls in the muscle",
    says: "Two exercises can train the same muscle at different lengths. Gryn moves a model of the body through the rep and measures the tension of each muscle head at each length.",
    tradeOff: "Lengthened work often costs load: the muscle is weaker there and joints are further from the middle.",
    sure: "The lengths follow from bones and joint angles and are solid. That lengthened work grows more muscle is supported by several trials; the effect is small and not found for every muscle.",
    page: "/method/mechanics#terms",
    example: { head: "triceps-long", setups: ["cable-pushdown", "overhead-cable-extension"], shows: "length" },
  },
  {
    id: "limit",
    title: "What ends the set",
    says: "A set ends when one muscle gives out. If that is another muscle, the target is not trained to its limit.",
    tradeOff: "Large lifts train much at once, but often another muscle ends them.",
    sure: "The order of muscles depends on the body: Gryn tries 12 body types and says in how many of them the target ends the set.",
    page: "/method/limiters",
    example: { head: "latissimus-thoracic", setups: ["seated-cable-row", "cable-pulldown"], shows: "limit" },
  },
  {
    id: "score",
    title: "The score",
    says: "Tension by length, effort at the sticking point and the costs are multiplied: joint stress, low back load, time, stability, load steps. A row says which of them help and hurt most.",
    tradeOff: "One number hides reasons. Open Why, change the weights, or argue with a row.",
    sure: "The order of the best and the worst is stable; setups that share a place differ by less than the model knows.",
    page: "/method/ranking#the-score",
    example: null,
  },
  {
    id: "schools",
    title: "Schools",
    says: "Coaches weigh differently. A school is a set of weights; the same list can be seen by each of them, and your own school can be saved.",
    tradeOff:
      "Lengthened first, whole range and heavy base disagree most on exercises with much load in the shortened half.",
    sure: "Weights are opinion, stated and open. The mechanics under them do not change with the school.",
    page: "/method/ranking#schools-and-goal",
    example: null,
  },
  {
    id: "sets",
    title: "Direct and indirect sets",
    says: "A set counts fully for the muscle that ends it, and in part for muscles that help. Each priority has a range of sets a week.",
    tradeOff: "More sets grow more until recovery is used up; each further set of a muscle in one session adds less.",
    sure: "More volume up to about 20 sets is supported by many trials; the exact ranges are judgement.",
    page: "/method/planning",
    example: null,
  },
  {
    id: "builder",
    title: "The week builder",
    says: "The builder searches millions of weeks and proves how far the best one found can be from the best possible.",
    tradeOff: "The proof is about the numbers it weighs. Your reasons may be others: lock, include and leave out.",
    sure: "“At most 2 % better is possible” is a proof for the chosen split. Without a number the search has not proven it yet.",
    page: "/method/planning#the-week-that-writes-itself",
    example: null,
  },
  {
    id: "load",
    title: "When the load goes up",
    says: "The load goes up when the mean of the last three workouts, moved to the next load, still reaches the low end of the reps plus one.",
    tradeOff: "Waiting a workout longer costs little; a raise too early costs a bad session.",
    sure: "In simulated clients one raise in four still lands under the range. The rule is simple on purpose.",
    page: "/method/planning#how-sets-are-done",
    example: null,
  },
];

export const compared = {
  at: sentence({ setup: "Cable pushdown", place: 0.34 }, ({ setup, place }) => `${setup}: loaded at ${percent(place)}`),
  ends: sentence(
    { setup: "Seated cable row", muscle: "deltoid" },
    ({ setup, muscle }) => `${setup}: the ${muscle} gives out first`,
  ),
};
