import { Button, Dropdown } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../base/api";
import { MODE_EVENT } from "../base/mode";

export interface AccountMenuProps {
  name: string;
  /** somebody asked for it before it was there */
  asked: boolean;
  onKeys: () => void;
}

export default function AccountMenu({ name, asked, onKeys }: AccountMenuProps) {
  const [open, setOpen] = useState(asked);
  const [signOut] = api.useSignOutMutation();
  const navigate = useNavigate();
  const leave = async () => {
    await signOut();
    window.location.assign("/");
  };
  return (
    <Dropdown
      trigger={["click"]}
      open={open}
      onOpenChange={setOpen}
      menu={{
        items: [
          { key: "account", label: "Your account", onClick: () => void navigate("/practice/account") },
          { key: "practice", label: "Practice", onClick: () => void navigate("/practice") },
          { key: "mode", label: "Light or dark", onClick: () => dispatchEvent(new Event(MODE_EVENT)) },
          { key: "keys", label: "Keys", onClick: onKeys },
          { key: "out", label: "Sign out", onClick: () => void leave() },
        ],
      }}
    >
      <Button type="text">{name}</Button>
    </Dropdown>
  );
}
