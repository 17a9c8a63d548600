/** How a setting is read: lengths in cm, shares in per cent. */
import type { Parameter } from "#core/exercises/format";

export const inUnit = ({ unit }: Pick<Parameter, "unit">): { by: number; sign: string } =>
  unit === "m"
    ? { by: 100, sign: "cm" }
    : unit === "ratio"
      ? { by: 100, sign: "%" }
      : { by: 1, sign: unit === "deg" ? "°" : unit === "kg" ? "kg" : "" };
