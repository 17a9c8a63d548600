/** How a drawing's shapes are inked on paper: black on white, told apart on a grey printer. */

/** shares of ink; width in the drawing's own units */
export interface Inked {
  fill: number | null;
  stroke: number | null;
  width: number;
}

const PLAIN: Inked = { fill: null, stroke: 1, width: 2 };
/** first match counts */
const ROLES: readonly [RegExp, Inked][] = [
  [/^ground$/, { fill: null, stroke: 0.3, width: 2 }],
  [/^glass/, { fill: null, stroke: 0.4, width: 1.4 }],
  [/^far skin$/, { fill: 0.1, stroke: 0.7, width: 2.6 }],
  [/^skin$/, { fill: 0.02, stroke: 1, width: 3 }],
  [/^far over$/, { fill: 0.1, stroke: null, width: 0 }],
  [/^over$/, { fill: 0.02, stroke: null, width: 0 }],
  [/^lead$/, { fill: 0.75, stroke: 1, width: 2 }],
  [/^belly$/, { fill: 0.1, stroke: 0.35, width: 1.2 }],
  [/^tendon$/, { fill: 0, stroke: 0.5, width: 1.2 }],
  [/^(fibre|face|finger|cut)$/, { fill: null, stroke: 0.4, width: 1 }],
  [/iron|rope|plate/, { fill: 0.8, stroke: 1, width: 1.4 }],
  [/prop/, { fill: 0.2, stroke: 0.6, width: 1.4 }],
  [/^way$/, { fill: null, stroke: 1, width: 4 }],
  [/^way-end$/, { fill: 1, stroke: null, width: 0 }],
  [/^old load$/, { fill: 1, stroke: null, width: 0 }],
];

export const inkOf = (role: string): Inked => ROLES.find(([pattern]) => pattern.test(role))?.[1] ?? PLAIN;

/** "#808080": a share of ink as a colour */
export const greyOf = (ink: number): string => {
  const level = Math.round(255 * (1 - ink))
    .toString(16)
    .padStart(2, "0");
  return `#${level}${level}${level}`;
};
