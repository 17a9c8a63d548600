/** A dialog that gives the focus back to what opened it, however it is closed. */
import { Modal, type ModalProps } from "antd";
import { useEffect } from "react";

export function Dialog(props: ModalProps) {
  const { open } = props;
  useEffect(() => {
    if (!open) return;
    const before = document.activeElement;
    return () => {
      // a dialog that is taken away at once has no moment of its own to give it back
      setTimeout(() => {
        const on = document.activeElement;
        if (before instanceof HTMLElement && before.isConnected && (!on || on === document.body)) before.focus();
      }, 20);
    };
  }, [open]);
  return <Modal {...props} />;
}
