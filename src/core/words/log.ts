/** The log. */
import { label, sentence, listed } from "./sentence";

export const checkIns = {
  title: label("Weeks as the client tells them, 5 is good:"),
  one: sentence(
    { day: "28 Nov", score: 2, sleep: 2, food: 3, soreness: 1, stress: 2, where: ["triceps", "calves"] },
    (v) =>
      `${v.day} ${v.score} of 5 (sleep ${v.sleep}, food ${v.food}, soreness ${v.soreness}, stress ${v.stress}${v.where.length ? `; sore: ${listed(v.where)}` : ""})`,
  ),
};

/** what a client wrote about an exercise, and the answer */
export const note = {
  said: sentence({ note: "felt the left elbow" }, (v) => `Client: “${v.note}”`),
  answered: sentence({ by: "Edda Varn", text: "Go lighter on Friday" }, ({ by, text }) => `${by}: “${text}”`),
  answer: label("Answer"),
  answerAnew: label("Answer anew"),
  answerTo: sentence({ note: "felt the left elbow" }, (v) => `Answer to “${v.note}”`),
  send: label("Send"),
};
