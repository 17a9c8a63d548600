/** Every number the practice judges by, what it means, ours beside it; a head coach makes an edition of other ones. */
import { numbers as words } from "#core/words/web/judgements";
import { Button, Input } from "antd";
import { useMemo, useState } from "react";
import { CURRENT_EDITION, editionOf } from "#core/edition/edition";
import { SECTION_NAMES } from "#core/edition/meanings";
import { numbersOf, ownFault, type EditionNumber } from "#core/edition/own";
import { dayText, plain } from "../../page/locale";
import { newId } from "../../page/newId";
import type { Answer } from "#core/exchange/api";
import { api, toFailure } from "../base/api";
import { usePresentEdition } from "../base/edition";
import { NumberField } from "../base/NumberField";
import { message } from "../base/say";
import { Failed, Loading } from "../base/states";

type Own = Answer<"editions">["editions"][number];
type Changes = Readonly<Record<string, number>>;

export function Numbers({ head }: { head: boolean }) {
  const { data, error, refetch } = api.useEditionsQuery();
  const present = usePresentEdition();
  const [shown, setShown] = useState<string | null>(null);
  const [changes, setChanges] = useState<Changes | null>(null);
  if (error) return <Failed what={words.thePracticeSNumbers()} reason={toFailure(error).error} again={refetch} />;
  if (!data) return <Loading what={words.thePracticeSNumbers2()} />;
  const own = data.editions.find((e) => e.id === (shown ?? present.id));
  const here = shown ? editionOf({ edition: shown }) : present;
  const base = own?.base ?? CURRENT_EDITION.id;
  return (
    <section className="sheet numbers" aria-label={words.numbers()}>
      <div className="headline">
        <div>
          <h1>{words.numbers()}</h1>
          <p className="quiet small">{words.whatGrynJudgesBy()}</p>
        </div>
        {head && changes === null && (
          <Button type="primary" onClick={() => setChanges(own?.changes ?? {})}>
            {words.changeNumbers()}
          </Button>
        )}
      </div>
      <Editions all={data.editions} here={here.id} head={head} onShow={setShown} />
      {changes !== null && (
        <Making
          base={base}
          changes={changes}
          onMade={() => {
            setChanges(null);
            setShown(null);
          }}
          onLeave={() => setChanges(null)}
        />
      )}
      <Table base={base} here={here.id} changes={changes} onChanges={setChanges} />
    </section>
  );
}

interface EditionsProps {
  all: readonly Own[];
  here: string;
  head: boolean;
  onShow: (id: string | null) => void;
}

/** the practice's own, newest first, and ours */
function Editions({ all, here, head, onShow }: EditionsProps) {
  const [withdraw] = api.useWithdrawEditionMutation();
  const take = async (e: Own) => {
    const r = await withdraw(e.id);
    if ("error" in r && r.error) message.error(toFailure(r.error).error, 6);
    else message.success(words.nameIsWithdrawnWeeks({ name: e.name }));
  };
  return (
    <ul className="plain-list editions">
      {all.map((e) => (
        <li key={e.id}>
          <button type="button" className="plain link" aria-pressed={e.id === here} onClick={() => onShow(e.id)}>
            {e.name}
          </button>{" "}
          <span className="quiet small">
            {words.own({
              day: dayText(e.at.slice(0, 10)),
              by: e.by,
              n: Object.keys(e.changes).length,
              base: e.base,
              withdrawn: e.withdrawnAt ? dayText(e.withdrawnAt.slice(0, 10)) : null,
            })}
          </span>{" "}
          {head && !e.withdrawnAt && (
            <Button size="small" type="text" onClick={() => void take(e)}>
              {words.withdraw()}
            </Button>
          )}
        </li>
      ))}
      <li>
        <button
          type="button"
          className="plain link"
          aria-pressed={here === CURRENT_EDITION.id}
          onClick={() => onShow(CURRENT_EDITION.id)}
        >
          {CURRENT_EDITION.id}
        </button>{" "}
        <span className="quiet small">{words.ours({ date: dayText(CURRENT_EDITION.date) })}</span>
      </li>
    </ul>
  );
}

const count = (n: number, what: string) => `${n} ${what}${n === 1 ? "" : "s"}`;

interface MakingProps {
  base: string;
  changes: Changes;
  onMade: () => void;
  onLeave: () => void;
}

/** a name, and what is wrong with the numbers before they are sent */
function Making({ base, changes, onMade, onLeave }: MakingProps) {
  const [name, setName] = useState("");
  const [failed, setFailed] = useState<string | null>(null);
  const [make, { isLoading }] = api.useMakeEditionMutation();
  const fault = useMemo(
    () => ownFault({ id: "", base, name, changes: { ...changes }, at: "2000-01-01T00:00:00Z" }),
    [base, name, changes],
  );
  const n = Object.keys(changes).length;
  const send = async () => {
    const r = await make({ id: newId(), base, name: name.trim(), changes: { ...changes } });
    if ("error" in r && r.error) {
      const f = toFailure(r.error);
      return setFailed(f.fields[0] ? `${f.error} ${f.fields[0].reason}` : f.error);
    }
    message.success(words.whatIsMadeNew({ what: name.trim() }));
    onMade();
  };
  return (
    <div className="making" role="group" aria-label={words.aNewEdition()}>
      <label>
        {words.name()}{" "}
        <Input style={{ width: 220 }} value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
      </label>
      <Button
        type="primary"
        loading={isLoading}
        disabled={n === 0 || name.trim() === "" || fault !== null}
        onClick={() => void send()}
      >
        {words.makeThisEdition()}
      </Button>
      <Button onClick={onLeave}>{words.leaveIt()}</Button>
      <span className="small quiet" role="status">
        {n === 0 ? words.nothingIsChangedYet() : words.nChanged({ n: count(n, "number") })}
      </span>
      {failed && (
        <p className="notice warn small" role="alert">
          {failed}
        </p>
      )}
    </div>
  );
}

interface TableProps {
  base: string;
  here: string;
  /** null: only looked at */
  changes: Changes | null;
  onChanges: (changes: Changes) => void;
}

function Table({ base, here, changes, onChanges }: TableProps) {
  const ours = useMemo(() => numbersOf(editionOf({ edition: base })), [base]);
  const theirs = useMemo(() => new Map(numbersOf(editionOf({ edition: here })).map((n) => [n.path, n.value])), [here]);
  const valueOf = (n: EditionNumber) => (changes ? (changes[n.path] ?? n.value) : (theirs.get(n.path) ?? n.value));
  const put = (n: EditionNumber, value: number) => {
    const { [n.path]: _was, ...rest } = changes ?? {};
    onChanges(value === n.value ? rest : { ...rest, [n.path]: value });
  };
  return SECTION_NAMES.map((section) => {
    const own = ours.filter((n) => n.meaning.section === section);
    const changed = own.filter((n) => valueOf(n) !== n.value).length;
    return (
      <details key={section} open={section === SECTION_NAMES[0] || changed > 0}>
        <summary>
          {section}{" "}
          <span className="quiet small">
            {count(own.length, "number")}
            {changed > 0 && words.changedChanged({ changed })}
          </span>
        </summary>
        <table className="rows">
          <thead>
            <tr>
              <th scope="col">{words.whatItMeans()}</th>
              <th scope="col">{words.ours2()}</th>
              <th scope="col">{words.here()}</th>
              <th scope="col">{words.unit()}</th>
              <th scope="col">{words.mayBe()}</th>
            </tr>
          </thead>
          <tbody>
            {own.map((n) => (
              <tr key={n.path} className={valueOf(n) === n.value ? "" : "changed"}>
                <th scope="row">{n.name}</th>
                <td className="number">{plain(n.value)}</td>
                <td className="number">
                  {changes ? (
                    <NumberField
                      aria-label={n.name}
                      size="small"
                      value={valueOf(n)}
                      min={n.meaning.least}
                      max={n.meaning.most}
                      onChange={(v) => v !== null && Number.isFinite(v) && put(n, v)}
                    />
                  ) : (
                    plain(valueOf(n))
                  )}
                </td>
                <td className="quiet">{n.meaning.unit}</td>
                <td className="quiet number">
                  {words.to({ least: plain(n.meaning.least), most: plain(n.meaning.most) })}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    );
  });
}
