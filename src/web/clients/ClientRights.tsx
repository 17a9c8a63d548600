/** What a client may ask for: a copy of everything, and to be forgotten. */
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
    message.success("Erased. The audit keeps that it was done, under a number that names nobody.", 5);
    void navigate("/clients");
  };
  return (
    <section className="sheet rights" aria-label="Export and erase">
      <h2>The client's data</h2>
      <p className="small quiet">
        Plans, hand-overs, every logged set with its corrections, and who has seen them. Backups made before keep them
        until they are overwritten.
      </p>
      <div className="actions">
        <a className="ant-btn ant-btn-default" href={`/api/clients/${client.id}/export`} download>
          Export everything
        </a>
        <Button
          danger
          disabled={!head}
          title={head ? undefined : "A head coach can do this"}
          onClick={() => setAsking(true)}
        >
          Erase ...
        </Button>
        {!head && <span className="small quiet">Erasing is a head coach's to do.</span>}
      </div>
      <Dialog
        open={asking}
        onCancel={() => setAsking(false)}
        footer={null}
        title={`Erase ${client.name}`}
        width={460}
        destroyOnHidden
      >
        <div style={{ display: "grid", gap: 12 }}>
          <p>
            This erases the client, the plans, the hand-overs and the whole log, and closes the link. It cannot be
            undone.
          </p>
          <label htmlFor="erase-name">Type the client's name to confirm</label>
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
              Erase for good
            </Button>
            <Button onClick={() => setAsking(false)}>Keep</Button>
          </div>
        </div>
      </Dialog>
    </section>
  );
}
