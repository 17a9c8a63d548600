/** Rows of a curve by place: a place stands, its number is typed, rows are added and taken away. Two are the least. */
import { Button } from "antd";
import { useState, type ReactNode } from "react";
import { hanging as words } from "#core/words/own";
import { plain } from "../../page/locale";
import { NumberField } from "../base/NumberField";

interface PlacesProps {
  label: string;
  rows: readonly { at: number; name: string }[];
  /** the unit and the ends of a place that is typed; null: the places are what they are */
  add: { unit: string; from: number; to: number } | null;
  onAdd: (at: number) => void;
  onRemove: (at: number) => void;
  children: (at: number, name: string) => ReactNode;
}

const LEAST = 2;

export function Places({ label, rows, add, onAdd, onRemove, children }: PlacesProps) {
  const [place, setPlace] = useState<number | null>(null);
  const put = () => {
    if (place === null) return;
    onAdd(place);
    setPlace(null);
  };
  return (
    <table className="places">
      <tbody>
        {rows.map(({ at, name }) => (
          <tr key={at}>
            <th scope="row" className="small">
              {name}
            </th>
            <td>{children(at, name)}</td>
            <td>
              {add && rows.length > LEAST && (
                <Button
                  size="small"
                  type="text"
                  aria-label={words.away({ label, place: name })}
                  onClick={() => onRemove(at)}
                >
                  ×
                </Button>
              )}
            </td>
          </tr>
        ))}
        {add && (
          <tr>
            <th scope="row">
              <NumberField
                size="small"
                aria-label={words.place({ label })}
                placeholder={words.between({ from: plain(add.from), to: plain(add.to) })}
                suffix={add.unit}
                min={add.from}
                max={add.to}
                value={place}
                onChange={setPlace}
                onPressEnter={put}
              />
            </th>
            <td>
              <Button size="small" disabled={place === null} onClick={put}>
                {words.add()}
              </Button>
            </td>
            <td />
          </tr>
        )}
      </tbody>
    </table>
  );
}
