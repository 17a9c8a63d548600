/**
 * The rest over a locked screen: a quiet notice with the time it ends stands there from the start, since a sleeping
 * page may not tick; if the page does tick, the notice says "Go" when the rest is over.
 */
import type { PhoneWords } from "#core/words/client/phone";
import { timeText } from "../page/locale";

const TAG = "rest";

export type NoticeState = "possible" | "on" | "impossible";

export const noticeState = (): NoticeState =>
  !("Notification" in window) || !("serviceWorker" in navigator) || Notification.permission === "denied"
    ? "impossible"
    : Notification.permission === "granted"
      ? "on"
      : "possible";

export const askForNotices = async (): Promise<NoticeState> => {
  await Notification.requestPermission();
  return noticeState();
};

export async function showNotice(until: number, over: boolean, say: PhoneWords["rest"]): Promise<void> {
  if (noticeState() !== "on") return;
  const worker = await navigator.serviceWorker.ready;
  await worker.showNotification(over ? say.go() : say.until({ time: timeText(new Date(until).toISOString(), true) }), {
    tag: TAG,
    silent: !over,
    body: over ? say.over() : say.waits(),
  });
}

export async function dropNotice(): Promise<void> {
  if (noticeState() !== "on") return;
  const worker = await navigator.serviceWorker.ready;
  for (const n of await worker.getNotifications({ tag: TAG })) n.close();
}
