/** A line drawing of a kind of equipment, 28 by 20: what "machine" or "landmine" looks like beside its word. */
import type { Equipment } from "#core/exercises/choices";

/** strokes; a filled piece begins with "f" */
const DRAWN: Readonly<Record<Equipment, readonly string[]>> = {
  cable: ["M6 18V2h3", "fM9 1a2.4 2.4 0 1 0 .01 0", "M11 3l10 11", "M19 16l5-4", "M3 18h6"],
  dumbbell: ["M9 10h10", "fM5 6h3v8H5zM20 6h3v8h-3z", "M3 8v4M25 8v4"],
  barbell: ["M1 10h26", "fM5 4h2.5v12H5zM20.500 4H23v12h-2.500z", "M9 7v6M19 7v6"],
  machine: ["M4 18V2h8v16", "M5.500 8h5M5.500 11h5M5.500 14h5", "M15 18v-7h8M18 11V5h3", "M2 18h24"],
  bench: ["M4 9h20", "M7 9v8M21 9v8", "M4 17h6M18 17h6"],
  "preacher-pad": ["M8 17V9", "M6 9l12-4", "M8 17h8", "M12 17V8"],
  "hyperextension-bench": ["M5 17l10-8", "M12 9h9", "M15 9v8", "M3 17h14", "fM4 14h3v3H4z"],
  "pull-up-bar": ["M4 18V3M24 18V3", "M2 4h24", "M2 18h4M22 18h4"],
  "dip-bars": ["M3 7h9M16 7h9", "M6 7v11M22 7v11", "M3 18h6M19 18h6"],
  band: ["M6 10c0-8 16-8 16 0s-16 8-16 0", "M9 10c0-5 10-5 10 0s-10 5-10 0"],
  landmine: ["M4 17l18-12", "fM21 1.500h3v7h-3z", "M2 18h6", "fM3 15h3v3H3z"],
  plate: ["M14 2a8 8 0 1 0 .01 0", "M14 8a2 2 0 1 0 .01 0"],
  step: ["M4 9h20v4H4z", "M7 13v4M21 13v4"],
  wheel: ["M14 5a6 6 0 1 0 .01 0", "M4 11h20", "M2 18h24"],
  slider: ["M4 14c0-3 20-3 20 0s-20 3-20 0", "M4 14v2c0 3 20 3 20 0v-2"],
  "guided-bar": ["M6 18V2M22 18V2", "M2 9h24", "fM6 6h3v6H6zM19 6h3v6h-3z", "M3 18h6M19 18h6"],
  "hexagonal-bar": ["M9 4h10l5 6-5 6H9L4 10z", "M1 10h3M24 10h3", "M10 7v6M18 7v6"],
  "hanging-straps": ["M14 1L8 13M14 1l6 12", "M5 13h6v3H5zM17 13h6v3h-6z"],
  ball: ["M14 2a8 8 0 1 0 .01 0", "M6 10c4-3 12-3 16 0"],
  gripper: ["M10 18L13 6M18 18L15 6", "M14 2a2.500 2.500 0 1 0 .01 0"],
  belt: ["M4 8c0-5 20-5 20 0s-20 5-20 0", "M14 12v5", "M11 17h6"],
};

export const EquipmentSign = ({ of }: { of: Equipment }) => (
  <svg className="equipment-sign" viewBox="0 0 28 20" width={28} height={20} aria-hidden>
    {DRAWN[of].map((d) =>
      d.startsWith("f") ? <path key={d} d={d.slice(1)} className="full" /> : <path key={d} d={d} />,
    )}
  </svg>
);
