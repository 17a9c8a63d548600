/**
 * What is asked before anybody is trained, and what follows. The questions are general ones; a practice's own, local
 * rules and the professional who clears decide. Gryn does not diagnose: a yes blocks the hand-over until somebody who
 * is licensed has cleared the client.
 */
export const QUESTIONS = [
  "chest",
  "fainting",
  "pressure",
  "surgery",
  "pregnancy",
  "numbness",
  "pain",
  "advice",
  "young",
] as const;
export type QuestionId = (typeof QUESTIONS)[number];

export interface Question {
  id: QuestionId;
  ask: string;
  /** what a yes means for the training, beside the clearance */
  follows: string;
}

export const questions: readonly Question[] = [
  {
    id: "chest",
    ask: "Chest pain or tightness, at rest or with effort?",
    follows: "No training before it is looked at.",
  },
  { id: "fainting", ask: "Fainting, or dizziness with effort?", follows: "No training before it is looked at." },
  {
    id: "pressure",
    ask: "High blood pressure that is not under control, or a heart condition?",
    follows: "No breath held under load, more reps left, longer rests.",
  },
  { id: "surgery", ask: "Surgery in the last 6 months?", follows: "That region stays out until it is cleared." },
  {
    id: "pregnancy",
    ask: "Pregnant, or gave birth in the last 6 months?",
    follows: "Local rules first. No lying flat for long, no breath held under load.",
  },
  {
    id: "numbness",
    ask: "Numbness, tingling or weakness in an arm or a leg?",
    follows: "No loading of that limb before it is looked at.",
  },
  { id: "pain", ask: "Pain that nobody has explained?", follows: "Note the joint; nothing that raises the pain." },
  {
    id: "advice",
    ask: "Has a doctor advised against exercise, or is there a condition or a medicine to know of?",
    follows: "Follow the doctor's limits; note them.",
  },
  {
    id: "young",
    ask: "Under 18?",
    follows: "Local rules first, and a parent's consent. More reps left, no lifts to failure.",
  },
];

export type Answers = Readonly<Partial<Record<QuestionId, "no" | "yes">>>;
/** who has cleared a client, and when */
export interface Clearance {
  by: string;
  on: string;
}

export const yeses = (answers: Answers): Question[] => questions.filter((q) => answers[q.id] === "yes");
export const unanswered = (answers: Answers): number => questions.filter((q) => !answers[q.id]).length;

/**
 * Whether a client may be handed a week: cleared by a professional, or every question answered with no.
 * @param before what was said of a client before there were questions: it holds while none is answered
 */
export function isCleared(answers: Answers, clearance: Clearance | null, before: boolean): boolean {
  if (clearance) return true;
  if (unanswered(answers) === questions.length) return before;
  return unanswered(answers) === 0 && yeses(answers).length === 0;
}
