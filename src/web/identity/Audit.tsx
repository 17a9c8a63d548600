/** Who saw and who changed what of whom, newest first; never what it was. */
import { audit as words } from "#core/words/web/identity";
import { Button, Select } from "antd";
import { useState } from "react";
import { api, toFailure } from "../base/api";
import { Failed, Loading } from "../base/states";
import { momentText } from "../../page/locale";

const PAGE = 100;

export function Audit() {
  const [client, setClient] = useState<string | undefined>();
  const [before, setBefore] = useState<string[]>([]);
  const cursor = before.at(-1);
  const { data, error, refetch } = api.useAuditQuery(
    { ...(cursor ? { before: cursor } : {}), ...(client ? { client } : {}) },
    { refetchOnMountOrArgChange: true },
  );
  const { data: clients } = api.useClientsQuery();
  if (error) return <Failed what={words.theAudit()} reason={toFailure(error).error} again={refetch} />;
  const pick = (id: string | undefined) => {
    setClient(id);
    setBefore([]);
  };
  return (
    <section className="sheet" aria-label={words.audit()}>
      <div className="headline">
        <div>
          <h1>{words.audit()}</h1>
          <p className="quiet small">{words.looksWithinTenMinutes()}</p>
        </div>
        <Select
          aria-label={words.ofWhichClient()}
          style={{ width: 220 }}
          value={client}
          allowClear
          placeholder={words.everyClient()}
          onChange={pick}
          options={clients?.clients.map((c) => ({ value: c.id, label: c.name }))}
        />
      </div>
      {!data ? (
        <Loading what={words.theAudit2()} />
      ) : (
        <table className="rows">
          <thead>
            <tr>
              <th scope="col">{words.when()}</th>
              <th scope="col">{words.who()}</th>
              <th scope="col">{words.what()}</th>
              <th scope="col">{words.ofWhom()}</th>
            </tr>
          </thead>
          <tbody>
            {data.rows.map((r) => (
              <tr key={r.id}>
                <td className="number">{momentText(r.at)}</td>
                <td>{r.actor}</td>
                <td>{r.action}</td>
                <td>{r.client ?? (r.clientId ? words.erasedWhat({ what: r.clientId.slice(0, 8) }) : "")}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="actions">
        <Button disabled={before.length === 0} onClick={() => setBefore(before.slice(0, -1))}>
          {words.newer()}
        </Button>
        <Button
          disabled={(data?.rows.length ?? 0) < PAGE}
          onClick={() => setBefore([...before, data!.rows.at(-1)!.id])}
        >
          {words.older()}
        </Button>
      </div>
    </section>
  );
}
