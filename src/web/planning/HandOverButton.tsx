/** Hands the week over: what is wrong with it by name, why it goes out all the same where it can hurt, and the link. */
import { handOverButton as text } from "#core/words/web/planning";
import { Button, Input } from "antd";
import { Dialog } from "../base/Dialog";
import { lazy, Suspense, useState } from "react";
import type { Client } from "#core/clients/client";
import { checkId } from "#core/planning/check";
import { checkText } from "#core/planning/check-words";
import { dangersOf } from "#core/planning/dangers";
import type { Check } from "#core/planning/judged";
import { api, toFailure } from "../base/api";
import type { Plan } from "./plans";
import { momentText } from "../../page/locale";
import { useWeek } from "./open-week";

const LinkCode = lazy(() => import("./LinkCode"));

interface HandOverProps {
  client: Client;
  plan: Plan;
  checks: readonly Check[];
  /** share of what the checks need that is known; null when all is */
  judging: number | null;
}

/** what a check says, for somebody who decides on the whole */
const said = (c: Check) => {
  const { title, number, limit } = checkText(c);
  return `${title}: ${number} (${limit})`;
};

export function HandOverButton({ plan, checks, judging }: Omit<HandOverProps, "client">) {
  const { client } = useWeek();
  const [open, setOpen] = useState(false);
  const { data } = api.useHandOverQuery(client.id);
  const last = data?.handOver;
  const since = last ? plan.version - last.programVersion : plan.version;
  return (
    <>
      <Button type="primary" onClick={() => setOpen(true)}>
        {text.handOver({ as: last && since > 0 ? text.sinceChangedSince({ since }) : "" })}
      </Button>
      <Dialog
        open={open}
        onCancel={() => setOpen(false)}
        footer={null}
        title={text.to({ name: client.name.split(" ")[0]! })}
        width={560}
        destroyOnHidden
      >
        <HandOver client={client} plan={plan} checks={checks} judging={judging} />
      </Dialog>
    </>
  );
}

function HandOver({ client, plan, checks, judging }: HandOverProps) {
  const { data } = api.useHandOverQuery(client.id);
  const [handOver, making] = api.useMakeHandOverMutation();
  const [reason, setReason] = useState("");
  const last = data?.handOver;
  const since = last ? plan.version - last.programVersion : plan.version;
  const dangers = dangersOf(checks);
  const failure = making.error ? toFailure(making.error) : null;
  // what the server knows of and this page does not yet
  const more = ((failure?.details.dangers ?? []) as string[]).filter(
    (d) => !dangers.some((c) => checkText(c).title === d),
  );
  const canHurt = [...dangers.map(said), ...more].map((d) => d.slice(0, 300));
  const needsReason = canHurt.length > 0;
  const give = () =>
    void handOver({
      programId: plan.program.id,
      version: plan.version,
      inSpite: needsReason && reason.trim() ? { of: canHurt, reason: reason.trim() } : null,
    });
  return (
    <div style={{ display: "grid", gap: 14 }}>
      <p>
        {last ? (
          <>
            {text.numberWasHandedOver({ number: last.number, at: momentText(last.at) })}{" "}
            {since > 0 ? text.since({ edits: since }) : text.theClientSeesExactly()}
          </>
        ) : (
          text.theClientSeesNothing()
        )}
      </p>
      {last?.inSpite && (
        <p className="small quiet">
          {text.itWasHandedOver({ problems: last.inSpite.of.join("; "), reason: last.inSpite.reason })}
        </p>
      )}
      {!client.cleared && (
        <p className="notice warn">{text.screeningIsNotCleared({ name: client.name.split(" ")[0]! })}</p>
      )}
      <Problems checks={checks} judging={judging} canHurt={canHurt} />
      {needsReason && (
        <label style={{ display: "grid", gap: 4 }}>
          <span>{text.reasonToHandIt()}</span>
          <Input.TextArea
            rows={2}
            maxLength={500}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            aria-required
          />
        </label>
      )}
      {failure && (
        <p className="notice warn" role="alert">
          {failure.error}
        </p>
      )}
      <Button
        type={since > 0 || !last ? "primary" : "default"}
        disabled={plan.save !== "saved" || !client.cleared || (needsReason && reason.trim().length < 3)}
        loading={making.isLoading}
        onClick={give}
      >
        {last ? text.handOverNumberN({ n: last.number + 1 }) : text.handOver2()}
      </Button>
      <ClientLink client={client} />
    </div>
  );
}

/** every problem of the week by name, those that can hurt first */
function Problems({ checks, judging, canHurt }: Pick<HandOverProps, "checks" | "judging"> & { canHurt: string[] }) {
  const hurting = new Set(dangersOf(checks).map(checkId));
  const others = checks.filter((c) => c.state === "problem" && !hurting.has(checkId(c)));
  return (
    <>
      {judging !== null && (
        <p className="small" role="status">
          {text.notEverythingIsJudged({ percent: Math.round(100 * judging) })}
        </p>
      )}
      {canHurt.length > 0 && (
        <div className="notice warn">
          <strong>{text.canHurt({ n: canHurt.length === 1 ? "(1)" : `(${canHurt.length})` })}</strong>
          <ul style={{ margin: "4px 0 0", paddingLeft: 18 }}>
            {canHurt.map((d) => (
              <li key={d}>{d}</li>
            ))}
          </ul>
        </div>
      )}
      {others.length > 0 && (
        <div className="notice">
          <strong>{text.problems({ n: others.length, others: canHurt.length > 0 })}</strong>
          <ul style={{ margin: "4px 0 0", paddingLeft: 18 }}>
            {others.map((c) => (
              <li key={checkId(c)}>{said(c)}</li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}

/** the address through which the client sees what was handed over */
function ClientLink({ client }: { client: Client }) {
  const { data } = api.useHandOverQuery(client.id);
  const [makeLink, linking] = api.useMakeLinkMutation();
  const [revoke] = api.useRevokeLinkMutation();
  const [link, setLink] = useState<string | null>(null);
  const active = data?.links.find((l) => !l.revokedAt && new Date(l.expiresAt) > new Date());
  const fresh = async () => {
    const r = await makeLink(client.id);
    if (r.data) setLink(`${window.location.origin}${r.data.path}`);
  };
  return (
    <div style={{ borderTop: "1px solid var(--line)", paddingTop: 12, display: "grid", gap: 8 }}>
      <h3>{text.theClientSLink()}</h3>
      <p className="small quiet">
        {active
          ? text.open({
              until: momentText(active.expiresAt),
              first: active.openedAt ? momentText(active.openedAt) : null,
            })
          : text.noLinkIsOpen()}{" "}
        {text.aNewLinkCloses()}
      </p>
      {linking.error && (
        <p className="notice warn" role="alert">
          {toFailure(linking.error).error}
        </p>
      )}
      {link && (
        <Suspense>
          <LinkCode link={link} />
        </Suspense>
      )}
      {link && <Input readOnly value={link} aria-label={text.linkForTheClient()} onFocus={(e) => e.target.select()} />}
      <div className="actions" style={{ marginTop: 0 }}>
        <Button loading={linking.isLoading} onClick={() => void fresh()}>
          {active ? text.newLink() : text.makeALink()}
        </Button>
        {link && <Button onClick={() => void navigator.clipboard?.writeText(link)}>{text.copy()}</Button>}
        {active && (
          <Button danger onClick={() => (void revoke(client.id), setLink(null))}>
            {text.closeTheLink()}
          </Button>
        )}
      </div>
    </div>
  );
}
