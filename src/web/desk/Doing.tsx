/** What a coach can do about a need, in its open row. */
import { doing as text } from "#core/words/web/desk";
import { Button, Input } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Need } from "#core/desk/needs";
import { acts } from "#core/words/desk";
import { api, toFailure } from "../base/api";
import { KEY } from "../base/keys";
import { message } from "../base/say";

/** where the need is dealt with, and the word on the button; null where it is done here */
function placeOf({ reason, client }: Need): { to: string; word: string } | null {
  const log = (lineId: string) => `/clients/${client.id}/log?line=${lineId}`;
  switch (reason.kind) {
    case "not cleared":
      return { to: `/clients/${client.id}#client-cleared`, word: acts.clearance() };
    case "to erase":
      return { to: `/clients/${client.id}`, word: acts.client() };
    case "no link":
    case "link ends":
      return null;
    case "problems":
    case "not opened":
      return { to: `/clients/${client.id}/week`, word: acts.week() };
    case "plan runs":
      return { to: `/clients/${client.id}/review`, word: acts.review() };
    case "silent":
      return { to: `/clients/${client.id}/log`, word: acts.log() };
    case "finding": {
      const { what, at } = reason.finding;
      if (what.kind === "pain") return { to: `${log(at.lineId)}&spare=1`, word: acts.swap() };
      if (what.kind === "unlikely") return { to: log(at.lineId), word: acts.correct() };
      if (what.kind === "note") return { to: log(at.lineId), word: acts.log() };
      return { to: `/clients/${client.id}/review`, word: acts.review() };
    }
  }
}

interface DoingProps {
  need: Need;
  /** the first of its row: it has the keys and the one loud button */
  first: boolean;
  onDecide: (act: "done" | "later") => void;
}

export function Doing({ need, first, onDecide }: DoingProps) {
  const navigate = useNavigate();
  const place = placeOf(need);
  const { reason } = need;
  const odd = reason.kind === "finding" && reason.finding.what.kind === "unlikely" ? reason.finding.what : null;
  const hurts = reason.kind === "finding" && reason.finding.what.kind === "pain";
  const blocks = reason.kind === "not cleared";
  return (
    <div className="doing">
      {place && (
        <Button type={first ? "primary" : "default"} onClick={() => void navigate(place.to)} autoFocus={first}>
          {place.word}
        </Button>
      )}
      {(reason.kind === "no link" || reason.kind === "link ends") && (
        <NewLink clientId={need.client.id} first={first} />
      )}
      {odd && <ItIsRight clientId={need.client.id} id={odd.entryId} revision={odd.revision} />}
      {!blocks && (
        <Button onClick={() => onDecide("done")}>
          {hurts ? acts.leave() : acts.done()} {first && <kbd>{KEY.done}</kbd>}
        </Button>
      )}
      <Button onClick={() => onDecide("later")}>
        {acts.later()} {first && <kbd>{KEY.later}</kbd>}
      </Button>
    </div>
  );
}

/** the set counts from now on; the desk learns of it from the log */
function ItIsRight({ clientId, id, revision }: { clientId: string; id: string; revision: number }) {
  const [rule, { isLoading }] = api.useRuleMutation();
  const confirm = async () => {
    const r = await rule({ clientId, ruling: { act: "confirm", id, revision } });
    if (r.error) message.error(toFailure(r.error).error, 5);
  };
  return (
    <Button loading={isLoading} onClick={() => void confirm()}>
      {acts.right()}
    </Button>
  );
}

/** shown until the row is closed: the old link is closed already */
function NewLink({ clientId, first }: { clientId: string; first: boolean }) {
  const [make, { isLoading }] = api.useMakeLinkMutation();
  const [link, setLink] = useState<string | null>(null);
  const fresh = async () => {
    const r = await make(clientId);
    if (r.error) message.error(toFailure(r.error).error, 5);
    else setLink(`${window.location.origin}${r.data.path}`);
  };
  return link ? (
    <Input readOnly value={link} aria-label={text.linkForTheClient()} onFocus={(e) => e.target.select()} autoFocus />
  ) : (
    <Button type={first ? "primary" : "default"} loading={isLoading} onClick={() => void fresh()} autoFocus={first}>
      {acts.link()}
    </Button>
  );
}
