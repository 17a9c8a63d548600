import { jointBounds as words } from "#core/words/web/bench";

/** how much of what the setup asks of shoulder, elbow and knee an answer may ask; 0: not looked at */
export const JOINT_BOUNDS = [
  { value: 0, label: words.any() },
  { value: 1, label: words.usual() },
  { value: 0.85, label: words.less() },
];
