/** What a client may ask for: a copy of everything, and to be forgotten. */
import { clientRights as words } from "#core/words/web/clients";
import { Button, Input } from "antd";
import { Dialog } from "../base/Dialog";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Client } from "#core/clients/client";
import { message } from "../base/say";
import { api, toFailure } from "../base/api";

export function ClientRights({ client }: { client: Client }) {
  const { data } = api.useSessionQuery();
  const [erase, erasing] = api.useEraseClientMutation();
  const [asking, setAsking] = useState(false);
  const [typed, setTyped] = useState("");
  const navigate = useNavigate();
  const head = data?.coach?.role === "head";
  const forget = async () => {
    const r = await erase({ id: client.id, name: typed });
    if (r.error) return;
    setAsking(false);
    message.success(words.erasedTheAuditKeeps(), 5);
    void navigate("/clients");
  };
  return (
    <section className="sheet rights" aria-label={words.exportAndErase()}>
      <h2>{words.theClientSData()}</h2>
      <p className="small quiet">{words.plansHandOversEvery()}</p>
      <div className="actions">
        <a className="ant-btn ant-btn-default" href={`/api/clients/${client.id}/export`} download>
          {words.exportEverything()}
        </a>
        <Button
          danger
          disabled={!head}
          title={head ? undefined : words.aHeadCoachCan()}
          onClick={() => setAsking(true)}
        >
          {words.erase()}
        </Button>
        {!head && <span className="small quiet">{words.erasingIsAHead()}</span>}
      </div>
      <Dialog
        open={asking}
        onCancel={() => setAsking(false)}
        footer={null}
        title={words.erase2({ name: client.name })}
        width={460}
        destroyOnHidden
      >
        <div style={{ display: "grid", gap: 12 }}>
          <p>{words.thisErasesTheClient()}</p>
          <label htmlFor="erase-name">{words.typeTheClientS()}</label>
          <Input id="erase-name" value={typed} autoComplete="off" onChange={(e) => setTyped(e.target.value)} />
          {erasing.error && (
            <p className="notice warn" role="alert">
              {toFailure(erasing.error).error}
            </p>
          )}
          <div className="actions">
            <Button
              danger
              type="primary"
              disabled={typed.trim() !== client.name.trim()}
              loading={erasing.isLoading}
              onClick={() => void forget()}
            >
              {words.eraseForGood()}
            </Button>
            <Button onClick={() => setAsking(false)}>{words.keep()}</Button>
          </div>
        </div>
      </Dialog>
    </section>
  );
}
