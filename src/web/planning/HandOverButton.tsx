import { Button, Input, Modal } from "antd";
import { useState } from "react";
import type { Client } from "#core/clients/client";
import { api, toFailure } from "../base/api";
import type { Plan } from "./plans";
import { momentText } from "../../page/locale";

export function HandOverButton({ client, plan }: { client: Client; plan: Plan }) {
  const [open, setOpen] = useState(false);
  const { data } = api.useHandOverQuery(client.id);
  const [handOver, making] = api.useMakeHandOverMutation();
  const [makeLink, linking] = api.useMakeLinkMutation();
  const [revoke] = api.useRevokeLinkMutation();
  const [link, setLink] = useState<string | null>(null);
  const last = data?.handOver;
  const since = last ? plan.version - last.programVersion : plan.version;
  const active = data?.links.find((l) => !l.revokedAt && new Date(l.expiresAt) > new Date());
  const failure = making.error ? toFailure(making.error) : linking.error ? toFailure(linking.error) : null;
  const give = () => void handOver({ programId: plan.program.id, version: plan.version });
  const fresh = async () => {
    const r = await makeLink(client.id);
    if (r.data) setLink(`${window.location.origin}${r.data.path}`);
  };
  return (
    <>
      <Button type="primary" onClick={() => setOpen(true)}>
        Hand over{last && since > 0 ? ` (${since} changed since)` : ""}
      </Button>
      <Modal
        open={open}
        onCancel={() => setOpen(false)}
        footer={null}
        title={`Hand over to ${client.name.split(" ")[0]}`}
        width={520}
      >
        <div style={{ display: "grid", gap: 14 }}>
          <p>
            {last ? (
              <>
                Number {last.number} was handed over on {momentText(last.at)}.{" "}
                {since > 0
                  ? `The plan has ${since} ${since === 1 ? "edit" : "edits"} since; the client does not see them yet.`
                  : "The client sees exactly this plan."}
              </>
            ) : (
              "The client sees nothing until you hand over: a numbered copy that later edits do not touch."
            )}
          </p>
          {!client.cleared && (
            <p className="notice warn">
              Screening is not cleared. Record on the client's page that a licensed professional has cleared{" "}
              {client.name.split(" ")[0]}, then hand over.
            </p>
          )}
          {failure && (
            <p className="notice warn" role="alert">
              {failure.error}
            </p>
          )}
          <Button
            type={since > 0 || !last ? "primary" : "default"}
            disabled={plan.save !== "saved" || !client.cleared}
            loading={making.isLoading}
            onClick={give}
          >
            {last ? `Hand over number ${last.number + 1}` : "Hand over"}
          </Button>
          <div style={{ borderTop: "1px solid var(--line)", paddingTop: 12, display: "grid", gap: 8 }}>
            <h3>The client's link</h3>
            <p className="small quiet">
              {active
                ? `A link is open until ${momentText(active.expiresAt)}${active.openedAt ? `, first opened ${momentText(active.openedAt)}` : ", not opened yet"}.`
                : "No link is open."}{" "}
              A new link closes the one before. Chat apps open links in a browser of their own: ask the client to open
              it in the phone's browser.
            </p>
            {link && (
              <Input readOnly value={link} aria-label="Link for the client" onFocus={(e) => e.target.select()} />
            )}
            <div className="actions" style={{ marginTop: 0 }}>
              <Button loading={linking.isLoading} onClick={() => void fresh()}>
                {active ? "New link" : "Make a link"}
              </Button>
              {link && <Button onClick={() => void navigator.clipboard?.writeText(link)}>Copy</Button>}
              {active && (
                <Button danger onClick={() => (void revoke(client.id), setLink(null))}>
                  Close the link
                </Button>
              )}
            </div>
          </div>
        </div>
      </Modal>
    </>
  );
}
