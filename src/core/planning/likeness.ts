/** How alike what a head does in two setups is: its torques about the joints that turn, as a direction. */
type Action = Readonly<Record<string, number>>;

/** cosine between what a head does in two setups; 0 where it does nothing in one of them */
export function likeness(a: Action | undefined, b: Action | undefined): number {
  if (!a || !b) return 0;
  const size = (v: Action) => Math.sqrt(Object.values(v).reduce((s, x) => s + x * x, 0));
  const dot = Object.keys(a).reduce((s, k) => s + a[k]! * (b[k] ?? 0), 0);
  const sizes = size(a) * size(b);
  return sizes > 0 ? dot / sizes : 0;
}
