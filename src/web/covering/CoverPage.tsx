/**
 * Covering: what exercises for some groups have to cover, against what covers it. The smallest set is found exactly;
 * cells can be ticked off; a client's week shows what it covers already and what would add most; the set goes on a day
 * as a session.
 */
import { coverPage as words } from "#core/words/web/covering";
import { Button, Select } from "antd";
import { useMemo, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { onDay, type Client } from "#core/clients/client";
import { CELL_KINDS, coveringOf, type Cell, type Cover, type Covering } from "#core/covering/cells";
import { complements, smallestSet } from "#core/covering/smallest";
import { editionOf } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import type { Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import { prescriptionsOf } from "#core/program/edit";
import { doseTotal, weekDose } from "#core/planning/dose";
import { findGroup, groupName, groups } from "#core/planning/groups";
import { lineFor } from "#core/planning/lines";
import type { Operation, Program } from "#core/program/document";
import { workOf } from "#core/program/purpose";
import { contextOf, type RankingContext } from "#core/ranking/rank";
import { newId } from "../../page/newId";
import { message } from "../base/say";
import { useEdition } from "../base/edition";
import { useOpenClient, withClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { Picture } from "../drawing/Picture";
import { bodyOf, waysOf, useSurvey } from "../mechanics/useSurvey";
import { useOwnSetups } from "../mechanics/own-setups";
import { usePlan } from "../planning/usePlan";
import { fixed } from "../../page/locale";

const ANYWHERE: RankingContext = { equipment: null, joints: [] };
const WEEKS_SETS = 3;

export default function CoverPage() {
  const { group = "triceps" } = useParams();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const { client, clientId, pending } = useOpenClient();
  const edition = useEdition();
  const body = useMemo(() => bodyOf(client), [client]);
  const { survey, error, progress } = useSurvey(pending ? null : body, undefined, waysOf(client));
  const more = params.get("with");
  const ids = useMemo(
    () => [group, ...(more ?? "").split(".")].filter((g, i, all) => findGroup(g) && all.indexOf(g) === i),
    [group, more],
  );
  const { program, edit } = usePlan(clientId);
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const covering = useMemo(() => {
    if (!survey || ids.length === 0) return null;
    const heads = ids.flatMap((g) => findGroup(g)!.heads);
    return coveringOf(survey, heads, edition, exercises, client ? contextOf(client) : ANYWHERE);
  }, [survey, ids, edition, client]);
  const found = useMemo(() => {
    if (!covering) return null;
    const wanted = new Set(covering.cells.map((c) => c.id).filter((c) => !off.has(c)));
    return { wanted, ...smallestSet(covering.cells, covering.setups, wanted) };
  }, [covering, off]);
  const show = ([first, ...others]: string[]) => {
    if (!first) return;
    const query = new URLSearchParams(params);
    if (others.length) query.set("with", others.join("."));
    else query.delete("with");
    void navigate(`/cover/${first}?${query.toString()}`, { replace: true });
  };
  if (ids.length === 0)
    return (
      <Empty title={words.thereIsNoMuscle({ group })}>
        <p className="quiet">{words.chooseOne()}</p>
        <p>
          {groups.map((g) => (
            <Link key={g.id} to={withClient(`/cover/${g.id}`, clientId)} style={{ marginRight: 12 }}>
              {g.name}
            </Link>
          ))}
        </p>
      </Empty>
    );
  const flip = (cell: string) =>
    setOff((now) => {
      const next = new Set(now);
      if (!next.delete(cell)) next.add(cell);
      return next;
    });
  return (
    <div>
      <div className="headline">
        <div>
          <h1>
            {words.whatCovers({
              groups:
                ids.length > 6
                  ? words.nMuscleGroups({ n: ids.length })
                  : ids.map((g) => findGroup(g)!.name.toLowerCase()).join(", "),
            })}
          </h1>
          <p className="quiet">{words.everyHeadInEvery()}</p>
        </div>
        <p className="small quiet" style={{ textAlign: "right" }}>
          {words.where({ name: client?.name.split(" ")[0] ?? null, school: edition.school.name.toLowerCase() })}
        </p>
      </div>
      <label className="field inline">
        {words.muscleGroups()}
        <Select
          size="small"
          mode="multiple"
          aria-label={words.muscleGroupsToCover()}
          style={{ minWidth: 260, maxWidth: 720 }}
          maxTagCount={6}
          value={ids}
          onChange={show}
          options={groups.map((g) => ({ value: g.id, label: g.name }))}
          optionFilterProp="label"
        />
        <Button size="small" onClick={() => show(groups.map((g) => g.id))}>
          {words.allGroups()}
        </Button>
      </label>
      {error && <Failed what={words.theCovering()} reason={error} />}
      {!error && !found && <Loading what={words.theMechanicsOfEvery()} done={progress} />}
      {covering && found && covering.cells.length === 0 && <Empty title={words.noAvailableExerciseIs()} />}
      {covering && found && covering.cells.length > 0 && (
        <>
          <p role="status">
            {found.setups.length === 0
              ? words.nothingIsWanted()
              : words.covers({
                  setups: found.setups.length,
                  cells: found.wanted.size - found.uncovered.length,
                  minutes: Math.round(found.setups.reduce((s, x) => s + x.minutes, 0)),
                  proven: found.proven,
                })}
          </p>
          <div className="cover">
            <Matrix
              cells={covering.cells}
              setups={found.setups}
              off={off}
              onFlip={flip}
              clientId={clientId}
              body={body}
              head={findGroup(ids[0]!)?.heads[0] ?? null}
            />
            <div>
              {off.size > 0 && (
                <Button size="small" onClick={() => setOff(new Set())}>
                  {words.includeAllCellsAgain()}
                </Button>
              )}
              {client && program && survey && (
                <WithWeek
                  client={client}
                  program={program}
                  survey={survey}
                  ids={ids}
                  covering={covering}
                  chosen={found.setups}
                  wanted={found.wanted}
                  edit={edit}
                />
              )}
              {!client && <p className="small quiet">{words.openAClientTo()}</p>}
            </div>
          </div>
        </>
      )}
    </div>
  );
}

interface MatrixProps {
  cells: readonly Cell[];
  setups: readonly Cover[];
  off: ReadonlySet<string>;
  onFlip: (cell: string) => void;
  clientId: string | null;
  /** whom the pictures are of, and the head that is in its colour */
  body: Body;
  head: string | null;
}

/** cells down, setups across: a full grain where it covers */
function Matrix({ cells, setups, off, onFlip, clientId, body, head }: MatrixProps) {
  return (
    <div className="cover-matrix sheet">
      <table>
        <thead>
          <tr>
            <th scope="col">{words.wanted()}</th>
            {setups.map((s) => (
              <th key={s.row.setupKey} scope="col">
                <Picture
                  exerciseId={s.exercise.id}
                  values={s.row.values}
                  head={head}
                  body={body}
                  width={72}
                  height={62}
                />
                <Link
                  to={withClient(
                    `/bench/${s.exercise.id}?${new URLSearchParams(Object.entries(s.row.values).map(([k, v]) => [k, String(v)]))}`,
                    clientId,
                  )}
                >
                  {s.name}
                </Link>
                <span className="number quiet"> {Math.round(s.score)}</span>
              </th>
            ))}
          </tr>
        </thead>
        {CELL_KINDS.map((kind) => {
          const own = cells.filter((c) => c.kind === kind);
          return own.length === 0 ? null : (
            <tbody key={kind}>
              <tr>
                <th scope="rowgroup" colSpan={setups.length + 1} className="kind">
                  {kind}
                </th>
              </tr>
              {own.map((c) => (
                <tr key={c.id} data-off={off.has(c.id)}>
                  <th scope="row">
                    <label>
                      <input type="checkbox" checked={!off.has(c.id)} onChange={() => onFlip(c.id)} /> {c.name}
                    </label>
                  </th>
                  {setups.map((s) => (
                    <td key={s.row.setupKey}>
                      {s.covers.has(c.id) ? (
                        <span role="img" aria-label="covers" className={`grain-dot${off.has(c.id) ? " spare" : ""}`} />
                      ) : null}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          );
        })}
      </table>
    </div>
  );
}

interface WithWeekProps {
  client: Client;
  program: Program;
  survey: Survey;
  /** groups that are to be covered */
  ids: readonly string[];
  covering: Covering;
  chosen: readonly Cover[];
  wanted: ReadonlySet<string>;
  edit: (...operations: Operation[]) => void;
}

/** what the client's week covers, what would add most, and the set as a session */
function WithWeek({ client, program, survey, ids, covering, chosen, wanted, edit }: WithWeekProps) {
  const { cells, setups } = covering;
  const [dayId, setDayId] = useState(program.days[0]!.id);
  const standing = useOwnSetups(survey, program, client);
  const keys = new Set(prescriptionsOf(workOf(program)).map((p) => p.setupKey));
  const covered = new Set((standing ?? survey).rows.filter((r) => keys.has(r.setupKey)).flatMap(covering.coveredIn));
  const dose = weekDose(program);
  const sets = ids
    .filter((id) => doseTotal(dose.groups[id]!) >= 0.05)
    .map((id) => `${groupName(id).toLowerCase()} ${fixed(doseTotal(dose.groups[id]!), 1)}`);
  const missing = cells.filter((c) => wanted.has(c.id) && !covered.has(c.id));
  const next = complements(setups, covered, wanted).slice(0, 4);
  const { method } = editionOf(program);
  const day = program.days.find((d) => d.id === dayId) ?? program.days[0]!;
  const put = (list: readonly Cover[]) => {
    const from = day.blocks.length;
    edit(
      ...list.map((s, i): Operation => {
        const prescription = lineFor(
          s.row,
          onDay(client, program.days, day.id),
          { survey, method, exercises },
          newId(),
        );
        const reserves = prescription.reserves.slice(0, WEEKS_SETS);
        return {
          kind: "add",
          dayId: day.id,
          blockId: newId(),
          index: from + i,
          prescription: { ...prescription, reserves },
        };
      }),
    );
    message.success(
      <span>
        {words.put({ name: list[0]!.name, n: list.length, day: day.name, client: client.name })}{" "}
        <Link to={`/clients/${client.id}/week`}>{words.openTheWeek()}</Link>
      </span>,
      5,
    );
  };
  return (
    <section className="cover-week">
      <h2>{words.weekOf({ name: client.name.split(" ")[0]! })}</h2>
      <p className="small">
        {words.coveredBy({
          sets,
          covered: cells.filter((c) => wanted.has(c.id) && covered.has(c.id)).length,
          of: wanted.size,
        })}
        {missing.length > 0 && ` ${words.missing({ names: missing.map((c) => c.name) })}`}
      </p>
      <label className="field inline">
        {words.day()}
        <Select
          size="small"
          aria-label={words.dayOfTheWeek()}
          value={day.id}
          onChange={setDayId}
          popupMatchSelectWidth={false}
          options={program.days.map((d) => ({ value: d.id, label: d.name }))}
        />
      </label>{" "}
      <Button size="small" type="primary" disabled={chosen.length === 0} onClick={() => put(chosen)}>
        {words.putTheSetOn({ name: day.name })}
      </Button>
      {next.length > 0 && (
        <>
          <h3>{words.whatWouldAddMost()}</h3>
          <ul className="plain-list small">
            {next.map(({ setup, adds }) => (
              <li key={setup.row.setupKey}>
                {words.adds({ name: setup.name, n: adds.length })}{" "}
                <button type="button" className="plain link" onClick={() => put([setup])}>
                  {words.putItOn({ name: day.name })}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
