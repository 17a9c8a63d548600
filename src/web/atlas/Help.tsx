/** Who can help in the pose of the picture: heads that turn a joint the way that is asked, with their torque. */
import { Select } from "antd";
import { useMemo, useState } from "react";
import { headTitle } from "#core/anatomy/anatomy";
import { FREEDOMS } from "#core/atlas/head";
import { helpersIn } from "#core/atlas/help";
import type { FreePose } from "#core/atlas/pose";
import { sum } from "#core/base/numbers";
import { capital } from "#core/words/sentence";
import { atlas as words, way } from "#core/words/atlas";
import type { Model } from "#core/mechanics/model";

interface Movement {
  freedom: string;
  sign: 1 | -1;
}

const MOVEMENTS = FREEDOMS.flatMap((freedom) =>
  ([1, -1] as const).map((sign) => ({ value: `${freedom} ${sign}`, label: capital(way(freedom, sign)) })),
);
const read = (value: string): Movement => {
  const [freedom, sign] = value.split(" ");
  return { freedom: freedom!, sign: sign === "1" ? 1 : -1 };
};
/** heads that are shown */
const SHOWN = 8;

interface HelpProps {
  model: Model;
  pose: FreePose;
  head: string;
  /** what the head itself does first */
  first: Movement;
  onHead: (id: string) => void;
}

export function Help({ model, pose, head, first, onHead }: HelpProps) {
  const [asked, setAsked] = useState(`${first.freedom} ${first.sign}`);
  const helpers = useMemo(() => {
    const { freedom, sign } = read(asked);
    return helpersIn(model, pose, freedom, sign);
  }, [model, pose, asked]);
  return (
    <section aria-label={words.help()}>
      <h2>{words.help()}</h2>
      <p className="small quiet">{words.helpLead()}</p>
      <Select
        showSearch
        aria-label={words.movement()}
        style={{ width: "100%", maxWidth: 420 }}
        value={asked}
        onChange={setAsked}
        optionFilterProp="label"
        options={MOVEMENTS}
      />
      {helpers.length === 0 ? (
        <p role="status">{words.nobody()}</p>
      ) : (
        <>
          <table className="helpers">
            <thead>
              <tr>
                <th scope="col">{words.muscle()}</th>
                <th scope="col">{words.torque()}</th>
                <th scope="col">{words.lever2()}</th>
                <th scope="col">{words.at()}</th>
              </tr>
            </thead>
            <tbody>
              {helpers.slice(0, SHOWN).map((h) => (
                <tr key={h.head} aria-current={h.head === head ? "true" : undefined}>
                  <th scope="row">
                    <button type="button" className="plain link" onClick={() => onHead(h.head)}>
                      {headTitle(h.head)}
                    </button>
                  </th>
                  <td className="number">{words.nm({ nm: h.torque })}</td>
                  <td className="number">{words.mm({ mm: h.lever })}</td>
                  <td className="number">{words.percent({ percent: Math.round(100 * h.place) })}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="small quiet">{words.all({ nm: sum(helpers.map((h) => h.torque)) })}</p>
        </>
      )}
    </section>
  );
}
