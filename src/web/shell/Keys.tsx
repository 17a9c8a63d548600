import { keys as words } from "#core/words/web/shell";
import { Dialog } from "../base/Dialog";
import { useState } from "react";
import { KEYS, KEYS_OFF, singleKeysOn } from "../base/keys";

/** what the keys do, and the switch for the single letters */
export default function Keys({ onClose }: { onClose: () => void }) {
  const [on, setOn] = useState(singleKeysOn);
  return (
    <Dialog open onCancel={onClose} footer={null} title={words.keys()} width={440}>
      <dl className="facts" style={{ gridTemplateColumns: "auto 1fr", gap: "6px 16px" }}>
        {KEYS.map(([key, what]) => (
          <div key={key} style={{ display: "contents" }}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd style={{ textAlign: "left", fontWeight: 400 }}>{what}</dd>
          </div>
        ))}
      </dl>
      <label style={{ display: "flex", gap: 8, marginTop: 14 }}>
        <input
          type="checkbox"
          checked={on}
          onChange={(e) => {
            localStorage.setItem(KEYS_OFF, e.target.checked ? "0" : "1");
            setOn(e.target.checked);
          }}
        />
        {words.singleLetterKeysAre()}
      </label>
    </Dialog>
  );
}
