/** Two heads side by side, and the choice of a head. */
import { Select } from "antd";
import { useSearchParams } from "react-router";
import { findHead, heads, headTitle, muscles, REGIONS } from "#core/anatomy/anatomy";
import { headFacts, type HeadFacts } from "#core/atlas/head";
import type { Model } from "#core/mechanics/model";
import { atlas as words, way } from "#core/words/atlas";

/** every head by region, its muscle beside it */
export const CHOICES = REGIONS.map((region) => ({
  label: region,
  options: muscles
    .filter((m) => m.region === region)
    .flatMap((m) => heads.filter((h) => h.muscle === m.id).map((h) => ({ value: h.id, label: headTitle(h.id) }))),
}));

/** two heads side by side: what each does about the joints that either crosses, mean lever over the range */
export function Compared({ model, head }: { model: Model; head: string }) {
  const [params, setParams] = useSearchParams();
  const other = findHead(params.get("with") ?? "")?.id ?? null;
  const set = (id: string | undefined) =>
    setParams((p) => (id ? p.set("with", id) : p.delete("with"), p), { replace: true });
  const sides = [head, ...(other ? [other] : [])].map((id) => ({ id, levers: headFacts(model, id).levers }));
  const freedoms = [...new Set(sides.flatMap((s) => s.levers.map((l) => l.freedom)))];
  const cell = (levers: HeadFacts["levers"], freedom: string) => {
    const lever = levers.find((l) => l.freedom === freedom);
    return lever ? words.means({ does: way(freedom, lever.mean), mm: Math.round(Math.abs(lever.mean)) }) : "–";
  };
  return (
    <>
      <h2>{words.compare()}</h2>
      <Select
        showSearch
        allowClear
        aria-label={words.compare()}
        placeholder={words.search()}
        style={{ width: "100%", maxWidth: 420 }}
        value={other}
        onChange={(id: string | null) => set(id ?? undefined)}
        optionFilterProp="label"
        options={CHOICES}
      />
      {other && (
        <table className="compared-heads">
          <thead>
            <tr>
              {sides.map((s) => (
                <th key={s.id} scope="col">
                  {headTitle(s.id)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {freedoms.map((f) => (
              <tr key={f}>
                {sides.map((s) => (
                  <td key={s.id}>{cell(s.levers, f)}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
