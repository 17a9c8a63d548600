/** What the week's loom says of an exercise and its sets. */
import { lengthWord } from "./levels";
import { counted, sentence } from "./sentence";

export const loom = {
  exercise: sentence(
    { name: "Hammer curl", sets: 3, direct: true, day: "Friday", length: 0.7, locked: true },
    ({ name, sets, direct, day, length, locked }) =>
      [
        name,
        counted(sets, "set"),
        direct ? "direct" : "indirect",
        day,
        `loaded ${lengthWord(length)}`,
        ...(locked ? ["locked"] : []),
      ].join(", "),
  ),
  counts: sentence({ share: 0.8 }, ({ share }) => `each set counts ${share.toFixed(2)}`),
};
