/** What becomes what, the first few by their field. */
import type { Difference } from "#core/exercises/own";
import { form as words } from "#core/words/own";

const SHOWN = 8;
const LONGEST = 60;

function text(value: unknown): string {
  if (value === undefined) return words.nothing();
  const said = typeof value === "string" ? `“${value}”` : JSON.stringify(value);
  return said.length > LONGEST ? `${said.slice(0, LONGEST)} …` : said;
}

export function Differences({ says, list }: { says: (n: number) => string; list: readonly Difference[] }) {
  const told = list.filter((d) => d.path !== "id");
  return (
    <>
      <p>{says(told.length)}</p>
      {told.length > 0 && (
        <ul className="differences small">
          {told.slice(0, SHOWN).map((d) => (
            <li key={d.path}>{words.difference({ path: d.path, from: text(d.from), to: text(d.to) })}</li>
          ))}
          {told.length > SHOWN && <li>{words.more({ n: told.length - SHOWN })}</li>}
        </ul>
      )}
    </>
  );
}
