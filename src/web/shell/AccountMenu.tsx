import { Button, Dropdown } from "antd";
import { useNavigate } from "react-router";
import { api } from "../base/api";
import { MODE_EVENT } from "../base/mode";

export interface AccountMenuProps {
  name: string;
  onKeys: () => void;
}

export default function AccountMenu({ name, onKeys }: AccountMenuProps) {
  const [signOut] = api.useSignOutMutation();
  const navigate = useNavigate();
  const leave = async () => {
    await signOut();
    window.location.assign("/");
  };
  return (
    <Dropdown
      trigger={["click"]}
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
