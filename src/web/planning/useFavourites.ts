/** Lines of a week that a coach holds better than mechanics does, with what keeping them costs. */
import { useFavourites as words } from "#core/words/web/planning";
import { useMemo } from "react";
import type { Client } from "#core/clients/client";
import type { Edition } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import type { Survey } from "#core/mechanics/survey";
import { prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import { headFor } from "#core/planning/aim";

import { favouriteCost } from "#core/ranking/favourite";
import type { Override } from "#core/ranking/judgement";
import { contextOf, rankHead } from "#core/ranking/rank";
import { fixed } from "../../page/locale";

/** share under which a favourite is worth naming its cost */
const COSTS = 0.97;

/** by line: "kept by Edda: 3 sets do what 2.1 of Cable curl would" */
export function useFavourites(
  program: Program,
  client: Client,
  survey: Survey | null,
  edition: Edition,
  overrides: readonly { by: string; body: Override }[],
): ReadonlyMap<string, string> {
  return useMemo(() => {
    const out = new Map<string, string>();
    if (!survey) return out;
    for (const p of prescriptionsOf(program)) {
      const head = headFor(p);
      const said = overrides.find((o) => o.body.setupKey === p.setupKey && o.body.head === head);
      if (!head || !said || said.body.tier === "out") continue;
      const cost = favouriteCost(rankHead(survey, head, edition, exercises, contextOf(client)), p.setupKey);
      if (!cost || cost.worth >= COSTS) continue;
      const n = p.reserves.length;
      const best = setupName(cost.best.exercise, cost.best.row.values);
      out.set(p.id, words.kept({ by: said.by.split(" ")[0]!, n, of: fixed(n * cost.worth, 1), best }));
    }
    return out;
  }, [program, client, survey, edition, overrides]);
}
