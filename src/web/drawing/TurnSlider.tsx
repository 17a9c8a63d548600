/** A row that turns or tips a picture: its word, the slider, and what stands at its end. */
import { Slider } from "antd";
import type { ReactNode } from "react";

interface TurnSliderProps {
  word: string;
  /** spoken of the handle */
  label: string;
  least: number;
  most: number;
  step: number;
  /** deg */
  value: number;
  onChange: (degrees: number) => void;
  children?: ReactNode;
}

export const TurnSlider = ({ word, label, least, most, step, value, onChange, children }: TurnSliderProps) => (
  <div className="scrub">
    <span className="small quiet" style={{ width: 58 }}>
      {word}
    </span>
    <Slider
      ariaLabelForHandle={label}
      min={least}
      max={most}
      step={step}
      value={value}
      tooltip={{ formatter: null }}
      onChange={onChange}
    />
    {children ?? <span />}
  </div>
);
