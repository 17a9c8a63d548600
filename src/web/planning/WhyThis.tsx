/** Why a line stands in the week: its worth, what would be short without it, and the next best in its place. */
import { whyThis as words } from "#core/words/web/planning";
import { Dialog } from "../base/Dialog";
import { useEffect, useState } from "react";
import { exercises } from "#core/exercises/library";
import type { Survey } from "#core/mechanics/survey";
import { groupName } from "#core/planning/groups";
import type { Prescription } from "#core/program/document";
import { AS_SET, daysOf } from "#core/solver/splits";
import type { Why } from "#core/solver/why";
import { fixed } from "../../page/locale";
import { useEdition } from "../base/edition";
import { withOwnSetups } from "../mechanics/own-setups";
import { useWeek } from "./open-week";

interface WhyThisProps {
  p: Prescription;
  survey: Survey;
  onClose: () => void;
}

const sets = (n: number) => `${fixed(n, 1)} ${n === 1 ? "set" : "sets"}`;

export function WhyThis({ p, survey, onClose }: WhyThisProps) {
  const { program, client } = useWeek();
  const edition = useEdition();
  const [why, setWhy] = useState<Why | null | undefined>(undefined);
  useEffect(() => {
    let current = true;
    Promise.all([import("#core/solver/why"), withOwnSetups(survey, program, client)] as const).then(
      ([{ whyLine }, whole]) => {
        if (!current) return;
        const days = daysOf(program, client, AS_SET);
        const ask = { client, program, days, use: "minutes", banned: [], keep: true, pairs: true } as const;
        setWhy(whyLine(ask, { survey: whole, edition, exercises }, p.id));
      },
      () => current && setWhy(null),
    );
    return () => {
      current = false;
    };
  }, [p.id, program, client, survey, edition]);
  return (
    <Dialog open onCancel={onClose} footer={null} title={words.why({ name: p.name })} width={480}>
      {why === undefined && <p className="quiet">{words.comparingTheWeekWith()}</p>}
      {why === null && <p>{words.itsGroupsHaveNo()}</p>}
      {why && <Reasons why={why} />}
    </Dialog>
  );
}

function Reasons({ why: { worth, groups, short, others, tried } }: { why: Why }) {
  const lacks = short.filter((m) => m.kind === "low" || m.kind === "direct" || m.kind === "days");
  return (
    <>
      <p>
        {words.itBringsTheWeek({
          what: groups
            .map((g) => words.setsForWhat({ sets: sets(g.sets), what: groupName(g.group).toLowerCase() }))
            .join(", "),
          worth: fixed(worth, 2),
        })}
      </p>
      {lacks.length > 0 && (
        <p>
          {words.withoutItWouldBe({
            what: [...new Set(lacks.map((m) => groupName(m.of).toLowerCase()))].join(" and "),
          })}
        </p>
      )}
      {tried === 0 && <p>{words.noOtherExerciseFor()}</p>}
      {tried > 0 && (
        <>
          <h3 style={{ margin: "12px 0 4px" }}>{words.inItsPlaceOf({ tried })}</h3>
          <dl className="facts">
            {others.map((o) => (
              <div key={o.setupKey} style={{ display: "contents" }}>
                <dt>{o.name}</dt>
                <dd>{words.against({ less: o.less })}</dd>
              </div>
            ))}
          </dl>
          <p className="small quiet" style={{ marginTop: 8 }}>
            {words.thePlannerWeighsSets()}
          </p>
        </>
      )}
    </>
  );
}
