/** Ranking: the setups for one head, best to worst, each with its grain and its because. */
import { Checkbox } from "antd";
import { Fragment, useMemo, useState } from "react";
import { Link, Navigate, useParams, useSearchParams } from "react-router";
import { findHead, muscles, REGIONS } from "#core/anatomy/anatomy";
import { EQUIPMENT, type Joint } from "#core/exercises/format";
import { exercises } from "#core/exercises/library";
import { equipmentName, headGroups, rankHead } from "#core/ranking/rank";
import { useEdition } from "../base/edition";
import { useOpenClient, withClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { useOwnStrength } from "../training/useOwnStrength";
import { bodyOf, librarySetups, useSurvey } from "../mechanics/useSurvey";
import { RankedList } from "./RankedList";

const NO_JOINTS: Joint[] = [];

export default function RankingPage() {
  const { head = "triceps-long" } = useParams();
  const [params, setParams] = useSearchParams();
  const { client, clientId } = useOpenClient();
  const edition = useEdition();
  const body = useMemo(() => bodyOf(client), [client]);
  const [showOut, setShowOut] = useState(true);
  const chosen = params.get("equipment");
  const equipment = useMemo(
    () => (chosen !== null ? chosen.split(",").filter(Boolean) : (client?.equipment ?? [...EQUIPMENT])),
    [chosen, client],
  );
  const joints = useMemo(() => client?.joints.map((j) => j.joint) ?? NO_JOINTS, [client]);
  const group = headGroups.find((g) => g.id === head) ?? headGroups.find((g) => findHead(head)?.sameAs === g.id);
  const { survey, error, progress } = useSurvey(body, group?.id);
  const rows = useMemo(
    () => (survey && group ? rankHead(survey, group.id, edition, exercises, { equipment, joints }) : null),
    [survey, group, edition, equipment, joints],
  );
  const strength = useOwnStrength(client, librarySetups);
  if (!group) return <Navigate to="/ranking/triceps-long" replace />;
  const info = findHead(group.id)!;
  const setEquipment = (list: string[]) => setParams((p) => (p.set("equipment", list.join(",")), p), { replace: true });
  return (
    <div className="ranking">
      <aside>
        <nav className="heads" aria-label="Heads">
          {REGIONS.map((region) => {
            const own = muscles.filter((m) => m.region === region);
            const here = own.some((m) => m.id === group.muscle);
            return (
              <details key={`${region} ${here}`} open={here}>
                <summary>{region}</summary>
                {own.map((m) => {
                  const groups = headGroups.filter((g) => g.muscle === m.id);
                  // muscles first; the heads of the open one under it
                  const open = m.id === group.muscle && groups.length > 1;
                  return (
                    <Fragment key={m.id}>
                      <Link
                        to={withClient(`/ranking/${groups[0]!.id}`, clientId)}
                        aria-current={!open && m.id === group.muscle ? "true" : undefined}
                      >
                        {m.name}
                      </Link>
                      {open &&
                        groups.map((g) => (
                          <Link
                            key={g.id}
                            className="head"
                            to={withClient(`/ranking/${g.id}`, clientId)}
                            aria-current={g.id === group.id ? "true" : undefined}
                          >
                            {g.name}
                          </Link>
                        ))}
                    </Fragment>
                  );
                })}
              </details>
            );
          })}
        </nav>
        <div className="filters" role="group" aria-label="Equipment at hand">
          <h3>Equipment at hand</h3>
          {EQUIPMENT.map((e) => (
            <Checkbox
              key={e}
              checked={equipment.includes(e)}
              onChange={(x) => setEquipment(x.target.checked ? [...equipment, e] : equipment.filter((o) => o !== e))}
            >
              {equipmentName(e).replace(/^an? /, "")}
            </Checkbox>
          ))}
          <Checkbox checked={showOut} onChange={(x) => setShowOut(x.target.checked)}>
            show what is out, and why
          </Checkbox>
        </div>
      </aside>
      <section>
        <div className="headline">
          <div>
            <h1>{group.title}</h1>
            <p className="quiet">
              {info.functions.join(", ").replace(/^./, (c) => c.toUpperCase())}. From the {info.origin} to the{" "}
              {info.insertion}. {info.note}
            </p>
          </div>
          <p className="small quiet" style={{ maxWidth: 330, textAlign: "right" }}>
            School: <strong title={edition.school.about}>{edition.school.name}</strong>, for{" "}
            {client
              ? `${client.name.split(" ")[0]} (${Math.round(client.stature * 100)} cm, ${client.mass} kg)`
              : "the default body (175 cm, 75 kg, male-derived)"}
            .
          </p>
        </div>
        {error && <Failed what="The ranking" reason={error} />}
        {!error && !rows && <Loading what="the mechanics of every setup" done={progress} />}
        {rows && rows.length === 0 && <Empty title="Nothing in the library does enough for this head" />}
        {rows && rows.length > 0 && (
          <RankedList
            key={group.id}
            headId={group.id}
            rows={showOut ? rows : rows.filter((r) => !r.out)}
            clientId={clientId}
            survey={survey!}
            strength={strength}
          />
        )}
      </section>
    </div>
  );
}
