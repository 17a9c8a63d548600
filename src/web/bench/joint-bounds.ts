/** how much of what the setup asks of shoulder, elbow and knee an answer may ask; 0: not looked at */
export const JOINT_BOUNDS = [
  { value: 0, label: "whatever joints say" },
  { value: 1, label: "joints asked no more than usual" },
  { value: 0.85, label: "joints asked less than usual" },
];
