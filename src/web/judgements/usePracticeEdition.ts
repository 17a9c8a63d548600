/** What the practice judges by: its newest own edition that is not withdrawn, else ours; all of its own are known. */
import { useEffect, useMemo, useState } from "react";
import { admit, CURRENT_EDITION, editionOf, knowsEdition, type Edition } from "#core/edition/edition";
import { api } from "../base/api";

/** @returns null until it is known what the practice has made; ours where that cannot be asked */
export function usePracticeEdition(): Edition | null {
  const { data, isError } = api.useEditionsQuery();
  const [, setAdmitted] = useState(0);
  const own = data?.editions;
  useEffect(() => {
    const news = own?.filter((e) => !knowsEdition(e.id)) ?? [];
    if (news.length === 0) return;
    let live = true;
    // few practices have any: how one is made of ours comes when there is one
    import("#core/edition/own").then(
      ({ editionFrom }) => {
        for (const { by: _by, withdrawnAt: _at, ...e } of news) admit(editionFrom(e));
        if (live) setAdmitted((n) => n + 1);
      },
      () => undefined,
    );
    return () => {
      live = false;
    };
  }, [own]);
  const known = own?.every((e) => knowsEdition(e.id)) ?? false;
  const present = own?.find((e) => e.withdrawnAt === null)?.id;
  return useMemo(() => {
    if (isError) return CURRENT_EDITION;
    if (!known) return null;
    return present ? editionOf({ edition: present }) : CURRENT_EDITION;
  }, [isError, known, present]);
}
