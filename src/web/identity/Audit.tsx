/** Who saw and who changed what of whom, newest first; never what it was. */
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
  if (error) return <Failed what="The audit" reason={toFailure(error).error} again={refetch} />;
  const pick = (id: string | undefined) => {
    setClient(id);
    setBefore([]);
  };
  return (
    <section className="sheet" aria-label="Audit">
      <div className="headline">
        <div>
          <h1>Audit</h1>
          <p className="quiet small">
            Looks within ten minutes are one. Erased clients stay here as a number that names nobody.
          </p>
        </div>
        <Select
          aria-label="Of which client"
          style={{ width: 220 }}
          value={client}
          allowClear
          placeholder="Every client"
          onChange={pick}
          options={clients?.clients.map((c) => ({ value: c.id, label: c.name }))}
        />
      </div>
      {!data ? (
        <Loading what="the audit" />
      ) : (
        <table className="rows">
          <thead>
            <tr>
              <th scope="col">when</th>
              <th scope="col">who</th>
              <th scope="col">what</th>
              <th scope="col">of whom</th>
            </tr>
          </thead>
          <tbody>
            {data.rows.map((r) => (
              <tr key={r.id}>
                <td className="number">{momentText(r.at)}</td>
                <td>{r.actor}</td>
                <td>{r.action}</td>
                <td>{r.client ?? (r.clientId ? `erased, ${r.clientId.slice(0, 8)}` : "")}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="actions">
        <Button disabled={before.length === 0} onClick={() => setBefore(before.slice(0, -1))}>
          Newer
        </Button>
        <Button
          disabled={(data?.rows.length ?? 0) < PAGE}
          onClick={() => setBefore([...before, data!.rows.at(-1)!.id])}
        >
          Older
        </Button>
      </div>
    </section>
  );
}
