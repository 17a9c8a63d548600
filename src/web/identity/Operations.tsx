/** How the server runs: what wants a look first, then answers, database, long work and phones. */
import { concernsOf } from "#core/watch/operations";
import { concern, operations as words } from "#core/words/operations";
import { momentText } from "../../page/locale";
import { api, toFailure } from "../base/api";
import { Failed, Loading } from "../base/states";

/** ms between two looks */
const EVERY = 10_000;

export function OperationsPage() {
  const { data, error, refetch } = api.useOperationsQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: EVERY,
  });
  if (!data && error) return <Failed what={words.title()} reason={toFailure(error).error} again={refetch} />;
  if (!data) return <Loading what={words.title()} />;
  const { since, memory, requests, pool, jobs, lag, phones } = data.operations;
  const concerns = concernsOf(data.operations);
  const { p50, p95 } = requests;
  return (
    <section className="sheet operations" aria-label={words.title()}>
      <div className="headline">
        <div>
          <h1>{words.title()}</h1>
          <p className="quiet small">{words.about({ since: momentText(since), memory })}</p>
        </div>
        <p role="status" className={concerns.length ? "standing warn" : "standing"}>
          {concerns.length ? words.look({ n: concerns.length }) : words.well()}
        </p>
      </div>
      {error && (
        <p className="notice warn" role="alert">
          {toFailure(error).error}
        </p>
      )}
      {concerns.map(({ what, figure }) => (
        <p key={what} className="notice warn">
          {concern[what]({ figure })}
        </p>
      ))}
      <h2>{words.requests()}</h2>
      <p>
        <strong className="number">{words.answered({ n: requests.answered })}</strong>,{" "}
        {words.failed({ n: requests.failed })}
        {p50 !== null && p95 !== null && <>; {words.times({ p50, p95 })}</>}.
      </p>
      <div className="scroll-x">
        <table className="rows">
          <thead>
            <tr>
              {[words.route(), words.count(), words.slowest(), words.failures()].map((h) => (
                <th key={h} scope="col">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {requests.routes.map((r) => (
              <tr key={`${r.method} ${r.route}`}>
                <td>
                  {r.method} {r.route}
                </td>
                <td className="number">{r.answered}</td>
                <td className="number">{words.seconds({ s: r.p95 })}</td>
                <td className="number">{r.failed}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <h2>{words.database()}</h2>
      <p>{words.pool(pool)}.</p>
      <p>{words.lag({ lag })}</p>
      <h2>{words.jobs()}</h2>
      {jobs.length === 0 ? (
        <p>{words.noJobs()}</p>
      ) : (
        <ul>
          {jobs.map((j) => (
            <li key={j.kind}>{words.job(j)}</li>
          ))}
        </ul>
      )}
      <h2>{words.phones()}</h2>
      <p>
        {phones.p50 === null || phones.p95 === null
          ? words.noSets()
          : `${words.sets({ sets: phones.sets, p50: phones.p50, p95: phones.p95 })}.`}
      </p>
    </section>
  );
}
