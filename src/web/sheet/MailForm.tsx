/** Mails what is handed over: to whom, a word, with a phone link or without. */
import { Button, Input } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Choices } from "#core/sheet/layout";
import { send as words } from "#core/words/mail";
import { newId } from "../../page/newId";
import { api, toFailure } from "../base/api";

interface MailFormProps {
  clientId: string;
  choices: Choices;
  /** the printed link, where one was made */
  link: string | null;
  onLink: (link: string) => void;
}

export function MailForm({ clientId, choices, link, onLink }: MailFormProps) {
  const { data } = api.useLettersQuery();
  const before = data?.letters.find((l) => l.clientId === clientId)?.to ?? "";
  const [typed, setTyped] = useState<string | null>(null);
  const [note, setNote] = useState("");
  const [withLink, setWithLink] = useState(false);
  const [told, setTold] = useState<{ ok: boolean; text: string } | null>(null);
  // the same letter however often it is asked for, until it has gone
  const [id, setId] = useState(newId);
  const [makeLink, making] = api.useMakeLinkMutation();
  const [send, sending] = api.useSendLetterMutation();
  const to = typed ?? before;

  const go = async () => {
    setTold(null);
    let own = link;
    if (withLink && !own) {
      const made = await makeLink(clientId);
      if (made.error) return setTold({ ok: false, text: toFailure(made.error).error });
      own = `${window.location.origin}${made.data.path}`;
      onLink(own);
    }
    const r = await send({ clientId, id, to: to.trim(), note, choices, link: withLink ? own : null });
    if (r.error) return setTold({ ok: false, text: toFailure(r.error).error });
    const { letter } = r.data;
    // the same letter asked for again while it is on its way
    if (letter.state === "sending") return setTold({ ok: false, text: words.sending({ to: letter.to }) });
    setId(newId());
    if (letter.state === "refused") setTold({ ok: false, text: letter.reason ?? "" });
    else {
      setTold({ ok: true, text: words.sent({ to: letter.to }) });
      setNote("");
    }
  };
  return (
    <section className="mail-form" aria-label={words.title()}>
      <h2>{words.title()}</h2>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <label>
          {words.to()}
          <Input type="email" autoComplete="off" required value={to} onChange={(e) => setTyped(e.target.value)} />
        </label>
        <label>
          {words.note()}
          <Input.TextArea rows={2} maxLength={2000} value={note} onChange={(e) => setNote(e.target.value)} />
        </label>
        <label className="check">
          <input type="checkbox" checked={withLink} onChange={(e) => setWithLink(e.target.checked)} />{" "}
          {words.withLink()}
        </label>
        <Button htmlType="submit" loading={making.isLoading || sending.isLoading} disabled={!to.trim()}>
          {words.send()}
        </Button>
      </form>
      {told && (
        <p className={`notice small${told.ok ? "" : " warn"}`} role={told.ok ? "status" : "alert"}>
          {told.text}
        </p>
      )}
      <Link className="small" to="/practice/mail">
        {words.page()}
      </Link>
    </section>
  );
}
