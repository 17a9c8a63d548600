import { message } from "antd";
import { useEffect } from "react";
import { listenToWords } from "../base/say";

/** shows what pages say */
export default function Words() {
  const [shown, holder] = message.useMessage();
  useEffect(
    () => listenToWords(({ tone, content, seconds }) => void shown.open({ type: tone, content, duration: seconds })),
    [shown],
  );
  return holder;
}
