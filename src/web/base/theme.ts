/** The one place where colours, type and the controls' tokens are set; light and dark come from the same names. */
import { theme as words } from "#core/words/web/base";
import { theme as antTheme, type ThemeConfig } from "antd";

export interface Palette {
  paper: string;
  sheet: string;
  ink: string;
  quiet: string;
  line: string;
  /** edges of what can be worked: 3 to 1 against its ground */
  edge: string;
  /** the one primary action, and problems that block */
  rowan: string;
  /** selection and links */
  fjord: string;
  onSignal: string;
}

export const palettes: Record<"light" | "dark", Palette> = {
  light: {
    paper: "#f4eee2",
    sheet: "#fffdf7",
    ink: "#18241d",
    quiet: "#545d54",
    line: "#d8cdb9",
    edge: "#8a806d",
    rowan: "#a5391d",
    fjord: "#155767",
    onSignal: "#fffdf7",
  },
  dark: {
    paper: "#151b17",
    sheet: "#1d2520",
    ink: "#ece5d6",
    quiet: "#a7aea1",
    line: "#39443c",
    edge: "#74827a",
    rowan: "#e57a57",
    fjord: "#78bccb",
    onSignal: "#151b17",
  },
};

/**
 * short, middle and long: the one scale of muscle length, used for nothing else (Okabe-Ito-like spacing, safe for
 * colour-blind eyes)
 */
export const LENGTH_STOPS = ["#3f6ea6", "#8b9f86", "#d08a2a"] as const;

const mix = (a: string, b: string, t: number): string => {
  const part = (s: string, i: number) => parseInt(s.slice(1 + 2 * i, 3 + 2 * i), 16);
  return `#${[0, 1, 2]
    .map((i) =>
      Math.round(part(a, i) + (part(b, i) - part(a, i)) * t)
        .toString(16)
        .padStart(2, "0"),
    )
    .join("")}`;
};

/** colour of a place in the usable length range, 0 shortest to 1 longest */
export function lengthColour(p: number): string {
  const x = Math.max(0, Math.min(1, p)) * 2;
  return x < 1 ? mix(LENGTH_STOPS[0], LENGTH_STOPS[1], x) : mix(LENGTH_STOPS[1], LENGTH_STOPS[2], x - 1);
}

export const TEXT_FONT = words.hankenGroteskVariableHanken();
export const HEADING_FONT = words.literataVariableLiterataGeorgia();

export function antdTheme(mode: "light" | "dark", still: boolean): ThemeConfig {
  const p = palettes[mode];
  return {
    algorithm: [mode === "dark" ? antTheme.darkAlgorithm : antTheme.defaultAlgorithm, antTheme.compactAlgorithm],
    token: {
      motion: !still,
      colorPrimary: p.rowan,
      colorLink: p.fjord,
      colorInfo: p.fjord,
      colorError: p.rowan,
      colorText: p.ink,
      colorTextSecondary: p.quiet,
      colorTextPlaceholder: p.quiet,
      colorBgBase: p.sheet,
      colorBgLayout: p.paper,
      colorBgContainer: p.sheet,
      colorBorder: p.edge,
      colorBorderSecondary: p.line,
      fontFamily: TEXT_FONT,
      fontSize: 14,
      borderRadius: 3,
      colorBgContainerDisabled: "transparent",
      boxShadow: "none",
      boxShadowSecondary: `0 2px 10px ${mode === "dark" ? "#0008" : "#18241d22"}`,
      controlOutline: `${p.fjord}55`,
      motionDurationMid: "0.12s",
      motionDurationSlow: "0.16s",
    },
    components: {
      Popover: { colorBgElevated: p.sheet },
      Modal: { contentBg: p.sheet, headerBg: p.sheet, titleFontSize: 17 },
      Button: {
        colorError: p.rowan,
        dangerColor: p.onSignal,
        defaultHoverColor: p.fjord,
        defaultHoverBorderColor: p.fjord,
        defaultActiveColor: p.fjord,
        defaultActiveBorderColor: p.fjord,
        primaryShadow: "none",
        defaultShadow: "none",
        fontWeight: 600,
        primaryColor: p.onSignal,
        defaultBg: "transparent",
      },
      Slider: {
        trackBg: p.ink,
        trackHoverBg: p.ink,
        railBg: p.line,
        railHoverBg: p.line,
        handleColor: p.ink,
        handleActiveColor: p.fjord,
        handleActiveOutlineColor: `${p.fjord}44`,
        dotActiveBorderColor: p.ink,
      },
      Select: { optionSelectedBg: `${p.fjord}22`, activeBorderColor: p.fjord, hoverBorderColor: p.fjord },
      Input: { activeBorderColor: p.fjord, hoverBorderColor: p.fjord, activeShadow: "none" },
      InputNumber: { activeBorderColor: p.fjord, hoverBorderColor: p.fjord, activeShadow: "none" },
      Checkbox: { colorPrimary: p.fjord, colorPrimaryHover: p.fjord },
      Segmented: { itemSelectedBg: p.ink, itemSelectedColor: p.sheet, trackBg: "transparent" },
    },
  };
}

export function applyPalette(mode: "light" | "dark"): void {
  const root = document.documentElement;
  for (const [name, value] of Object.entries<string>({ ...palettes[mode] }))
    root.style.setProperty(`--${name === "onSignal" ? "on-signal" : name}`, value);
  root.style.setProperty("--text-font", TEXT_FONT);
  root.style.setProperty("--heading-font", HEADING_FONT);
  root.style.colorScheme = mode;
  root.dataset.mode = mode;
}
