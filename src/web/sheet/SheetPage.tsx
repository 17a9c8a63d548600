/** What the client gets on paper: chosen at the left, seen as it will be printed at the right. */
import { sheetPage as text } from "#core/words/web/sheet";
import { Button, Input } from "antd";
import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { USUAL, type Choices } from "#core/sheet/layout";
import { choices as words } from "#core/words/sheet";
import { api, fetchFile, toFailure } from "../base/api";
import { isTyping, KEY, singleKeysOn } from "../base/keys";
import { useOpenClient } from "../base/open-client";
import { message } from "../base/say";
import { Segments } from "../base/Segments";
import { Empty, Failed, Loading } from "../base/states";
import { MailForm } from "./MailForm";
import { Paper } from "./Paper";
import "./sheet.css";

const WEEKS: readonly number[] = [2, 4, 6];

export default function SheetPage() {
  const { id = "" } = useParams();
  const { client, unknown } = useOpenClient();
  const [choices, setChoices] = useState<Choices>(USUAL);
  const [link, setLink] = useState<string | null>(null);
  const { data, error, isLoading, isFetching, refetch } = api.useSheetQuery(
    { clientId: id, choices, link },
    { skip: !client, refetchOnMountOrArgChange: true },
  );
  const stored = api.useProgramQuery(id, { skip: !client });
  const [making, setMaking] = useState(false);

  const pdf = async () => {
    setMaking(true);
    try {
      const file = await fetchFile(`/clients/${id}/sheet.pdf`, { choices, link });
      const a = document.createElement("a");
      a.href = URL.createObjectURL(file);
      a.download = `plan-${data?.number ?? 1}.pdf`;
      a.click();
      setTimeout(() => URL.revokeObjectURL(a.href), 10_000);
    } catch (e) {
      message.error((e as Error).message, 6);
    } finally {
      setMaking(false);
    }
  };
  useEffect(() => {
    const heard = (e: KeyboardEvent) => {
      if (isTyping(e) || !singleKeysOn() || !data) return;
      if (e.key === KEY.print) window.print();
      else if (e.key === KEY.pdf) void pdf();
    };
    addEventListener("keydown", heard);
    return () => removeEventListener("keydown", heard);
  });

  if (unknown)
    return (
      <Empty title={text.thisClientIsNot()}>
        <Link to="/clients">{text.toTheClients()}</Link>
      </Empty>
    );
  const failure = error ? toFailure(error) : null;
  if (failure?.status === 404)
    return (
      <Empty title={words.nothing()}>
        <p className="quiet">{words.nothingWhy()}</p>
        <Link to={`/clients/${id}/week`}>{text.toTheWeek()}</Link>
      </Empty>
    );
  if (failure) return <Failed what={text.theSheet()} reason={failure.error} again={refetch} />;
  if (isLoading || !data || !client) return <Loading what={text.theSheet2()} />;
  const { sheet, number, programVersion } = data;
  const edits = (stored.data?.version ?? programVersion) - programVersion;
  return (
    <div className="sheet-page">
      <style>{`@page { size: ${choices.paper === "a4" ? "A4" : "letter"}; margin: 0 }`}</style>
      <aside className="sheet">
        <h1>{words.title({ name: client.name })}</h1>
        {edits > 0 && <p className="notice small">{words.changed({ edits, number })}</p>}
        <ChoiceForm choices={choices} onChange={setChoices} />
        <div className="actions">
          <Button type="primary" onClick={() => window.print()}>
            {words.print()} <kbd>{KEY.print}</kbd>
          </Button>
          <Button loading={making} onClick={() => void pdf()}>
            {words.pdf()} <kbd>{KEY.pdf}</kbd>
          </Button>
        </div>
        <ul className="files">
          <li>
            <a href={`/api/clients/${id}/sheet.xlsx`} download>
              {words.workbook()}
            </a>
          </li>
          <li>
            <a href={`/api/clients/${id}/calendar.ics`} download>
              {words.calendar()}
            </a>
          </li>
          <li>
            <a href={`/api/clients/${id}/sheet.csv`} download>
              {words.table()}
            </a>
          </li>
          <li>
            <a href={`/api/clients/${id}/sheet.json`} download>
              {words.data()}
            </a>
          </li>
        </ul>
        <PrintedLink clientId={id} link={link} onLink={setLink} />
        <MailForm clientId={id} choices={choices} link={link} onLink={setLink} />
        <CalendarAddress clientId={id} />
      </aside>
      <div className="papers" aria-busy={isFetching}>
        {sheet.pages.map((page, i) => (
          <Paper
            key={i}
            page={page}
            width={sheet.width}
            height={sheet.height}
            label={words.page({ n: i + 1, of: sheet.pages.length })}
          />
        ))}
      </div>
    </div>
  );
}

function ChoiceForm({ choices, onChange }: { choices: Choices; onChange: (c: Choices) => void }) {
  const set = (change: Partial<Choices>) => onChange({ ...choices, ...change });
  return (
    <div className="choices">
      <Segments
        name={words.paper()}
        value={choices.paper}
        onChange={(paper) => set({ paper })}
        options={[
          { value: "a4", label: "A4" },
          { value: "letter", label: text.letter() },
        ]}
      />
      <label>
        <input type="checkbox" checked={choices.log} onChange={(e) => set({ log: e.target.checked })} /> {words.log()}
      </label>
      {choices.log && (
        <div className="line">
          <span>{words.weeks()}</span>
          <Segments
            name={words.weeks()}
            value={choices.weeks}
            onChange={(weeks) => set({ weeks })}
            options={WEEKS.map((w) => ({ value: w, label: String(w) }))}
          />
        </div>
      )}
      <label>
        <input type="checkbox" checked={choices.large} onChange={(e) => set({ large: e.target.checked })} />{" "}
        {words.large()}
      </label>
    </div>
  );
}

/** a new link with its code on page 1; the one before ends, so it is asked for and not made by itself */
function PrintedLink({
  clientId,
  link,
  onLink,
}: {
  clientId: string;
  link: string | null;
  onLink: (link: string) => void;
}) {
  const [make, { isLoading }] = api.useMakeLinkMutation();
  const fresh = async () => {
    const r = await make(clientId);
    if (r.error) message.error(toFailure(r.error).error, 5);
    else onLink(`${window.location.origin}${r.data.path}`);
  };
  return (
    <section>
      <h2>{words.code()}</h2>
      <p className="small quiet">{link ? words.codeThere() : words.codeWhy()}</p>
      {!link && (
        <Button loading={isLoading} onClick={() => void fresh()}>
          {words.newLink()}
        </Button>
      )}
    </section>
  );
}

function CalendarAddress({ clientId }: { clientId: string }) {
  const [make, { data, isLoading, error }] = api.useMakeCalendarMutation();
  return (
    <section>
      <h2>{words.subscribe()}</h2>
      <p className="small quiet">{words.subscribeWhy()}</p>
      {data ? (
        <Input
          readOnly
          aria-label={words.subscribe()}
          value={`${window.location.origin}${data.path}`}
          onFocus={(e) => e.target.select()}
        />
      ) : (
        <Button loading={isLoading} onClick={() => void make(clientId)}>
          {words.newAddress()}
        </Button>
      )}
      {error && (
        <p className="notice warn" role="alert">
          {toFailure(error).error}
        </p>
      )}
    </section>
  );
}
