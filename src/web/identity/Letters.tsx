/** Letters of the practice; where no mail server is set up, as they arrived at the simulated one. */
import { letters as said } from "#core/words/web/identity";
import { page as words } from "#core/words/mail";
import "../sheet/sheet.css";
import { api, toFailure } from "../base/api";
import { Empty, Failed, Loading } from "../base/states";
import { timeText } from "../../page/locale";

const kilobytes = (bytes: number) => said.nKb({ n: Math.max(1, Math.round(bytes / 1024)) });

export function Letters() {
  const { data, error, refetch } = api.useLettersQuery(undefined, { refetchOnMountOrArgChange: true });
  if (error) return <Failed what={said.theLetters()} reason={toFailure(error).error} again={refetch} />;
  if (!data) return <Loading what={said.theLetters2()} />;
  const { host, letters, arrived } = data;
  return (
    <section className="sheet letters" aria-label={words.title()}>
      <h1>{words.title()}</h1>
      <p className={host ? "quiet small" : "notice small"}>{host ? words.real({ host }) : words.standIn()}</p>
      {letters.length === 0 ? (
        <Empty title={words.nothing()}>
          <p className="quiet">{words.nothingWhy()}</p>
        </Empty>
      ) : (
        <div style={{ overflowX: "auto" }}>
          <table className="rows">
            <thead>
              <tr>
                {[words.when(), words.to(), words.subject(), words.state(), words.by()].map((h) => (
                  <th key={h} scope="col">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {letters.map((l) => (
                <tr key={l.id}>
                  <td className="number">{timeText(l.at)}</td>
                  <td>{l.to}</td>
                  <td>{l.subject}</td>
                  <td>
                    {words.states[l.state]()}
                    {l.reason && <span className="small quiet"> {l.reason}</span>}
                  </td>
                  <td>{l.by}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {arrived.length > 0 && (
        <section aria-label={words.arrived()}>
          <h2>{words.arrived()}</h2>
          {arrived.map((a) => (
            <article key={`${a.at} ${a.to}`} className="letter">
              <header className="small">
                {timeText(a.at)} · {a.to}
              </header>
              <h3>{a.subject}</h3>
              <pre>{a.text}</pre>
              <p className="small quiet">
                {words.attachments()}: {a.attachments.map((x) => `${x.name} (${kilobytes(x.size)})`).join(", ")}
              </p>
            </article>
          ))}
        </section>
      )}
    </section>
  );
}
