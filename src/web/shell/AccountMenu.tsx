import { accountMenu as words } from "#core/words/web/shell";
import { Menu } from "../base/Menu";
import { Dialog } from "../base/Dialog";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../base/api";
import { MODE_EVENT } from "../base/mode";
import { forgetSurveys } from "../mechanics/kept-surveys";
import { ownEdits } from "../planning/kept-edits";

export interface AccountMenuProps {
  name: string;
  /** somebody asked for it before it was there */
  asked: boolean;
  onKeys: () => void;
}

export default function AccountMenu({ name, asked, onKeys }: AccountMenuProps) {
  const [signOut] = api.useSignOutMutation();
  const navigate = useNavigate();
  const [leaving, setLeaving] = useState<number | null>(null);
  const leave = async () => {
    await signOut();
    // a draft of a client is nobody's who signs in next
    sessionStorage.clear();
    ownEdits().forget();
    await forgetSurveys();
    window.location.assign("/");
  };
  const ask = () => {
    const edits = ownEdits().unsent();
    if (edits > 0) setLeaving(edits);
    else void leave();
  };
  return (
    <>
      <Menu
        startsOpen={asked}
        button={{ type: "text" }}
        items={[
          { key: "account", label: words.yourAccount(), onClick: () => void navigate("/practice/account") },
          { key: "practice", label: words.practice(), onClick: () => void navigate("/practice") },
          { key: "mode", label: words.lightOrDark(), onClick: () => dispatchEvent(new Event(MODE_EVENT)) },
          { key: "keys", label: words.keys(), onClick: onKeys },
          { key: "out", label: words.signOut(), onClick: ask },
        ]}
      >
        {name}
      </Menu>
      {leaving !== null && (
        <Dialog
          open
          title={leaving === 1 ? words.editIsNotSent() : words.leavingEditsAreNot({ leaving })}
          okText={words.staySignedInUntil()}
          cancelText={words.signOutAndLose()}
          closable={false}
          onOk={() => setLeaving(null)}
          onCancel={() => void leave()}
          keyboard={false}
          maskClosable={false}
        >
          {words.theyAreKeptIn()}
        </Dialog>
      )}
    </>
  );
}
