/** One day's session: its lines in their order, dragged by their handles, with what each order would cost. */
import { session as text } from "#core/words/web/planning";
import { weekdaysFor } from "#core/clients/days";
import { limits } from "#core/words/intake";
import {
  DndContext,
  pointerWithin,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragOverEvent,
} from "@dnd-kit/core";
import { useMemo, useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { Edition } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import type { Block, Day, Prescription } from "#core/program/document";
import { moveCosts } from "#core/solver/order-advice";
import { dayText } from "../../page/locale";
import { useOwnSetups } from "../mechanics/own-setups";
import { useEdition } from "../base/edition";
import { useWeek } from "./open-week";
import { useJudgements } from "../judgements/useJudgements";
import { useFavourites } from "./useFavourites";
import { costText, SessionLine, type LineProps } from "./SessionLine";

interface SessionProps {
  day: Day;
  /** asks why a line stands there; none while nothing is known to answer with */
  onWhy?: ((p: Prescription) => void) | undefined;
  /** what can be done with the day itself */
  menu?: ReactNode;
}

/** cost of putting a block at another place of its day, over the order as it stands */
function useMoveCosts(day: Day, edition: Edition) {
  const { program, client, survey: library } = useWeek();
  const survey = useOwnSetups(library, program, client);
  return useMemo(() => {
    if (!survey) return null;
    const ask = { client, program, days: [], use: "minutes", banned: [], keep: true, pairs: true } as const;
    return moveCosts(ask, { survey, edition, exercises }, day.id);
  }, [client, program, survey, edition, day.id]);
}

interface Over {
  blockId: string;
  place: number;
}

export function Session({ day, menu, onWhy }: SessionProps) {
  const { program, client, survey, edit } = useWeek();
  const edition = useEdition();
  const costs = useMoveCosts(day, edition);
  const { overrides } = useJudgements();
  const favourites = useFavourites(program, client, survey, edition, overrides);
  const [over, setOver] = useState<Over | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const read = (e: DragOverEvent | DragEndEvent): Over | null => {
    const place = day.blocks.findIndex((b) => b.id === e.over?.id);
    return place < 0 ? null : { blockId: String(e.active.id), place };
  };
  const dropped = (e: DragEndEvent) => {
    setOver(null);
    const to = read(e);
    const block = day.blocks.find((b) => b.id === to?.blockId);
    if (!to || !block || day.blocks.indexOf(block) === to.place) return;
    edit({ kind: "move", prescriptionId: block.prescriptions[0]!.id, dayId: day.id, index: to.place });
  };
  const at = weekdaysFor(client, program.days)[program.days.indexOf(day)]?.place;
  const place = at === undefined ? null : (client.elsewhere?.[at]?.name ?? null);
  const cost = over && costs ? costText(costs(over.blockId, over.place)) : null;
  return (
    <section className="sheet session" aria-label={text.sessionOf({ name: day.name })}>
      <div style={{ display: "flex", justifyContent: "space-between", marginBottom: 6 }}>
        <h2>
          {day.name}
          {day.date && <span className="quiet small"> {dayText(day.date)}</span>}
          {place && <span className="quiet small"> {limits.at({ place })}</span>}
        </h2>
        <span className="small" role="status" data-testid="order-cost">
          {over && (cost ? text.hereItCostAgainst({ cost }) : text.here())}
        </span>
        {menu}
      </div>
      {day.blocks.length === 0 ? (
        <p className="quiet">
          {text.nothingOnThisDay()}{" "}
          <Link to={`/ranking/triceps-long?for=${client.id}`}>{text.chooseFromTheRanking()}</Link>.
        </p>
      ) : (
        <DndContext
          sensors={sensors}
          collisionDetection={pointerWithin}
          onDragOver={(e) => setOver(read(e))}
          onDragCancel={() => setOver(null)}
          onDragEnd={dropped}
        >
          <table>
            <thead>
              <tr>
                <th scope="col">{text.exercise()}</th>
                <th scope="col">{text.reps()}</th>
                <th scope="col">{text.rirBySet()}</th>
                <th scope="col">{text.load()}</th>
                <th scope="col">{text.restS()}</th>
                <th scope="col">{text.tempoS()}</th>
                <th scope="col"></th>
              </tr>
            </thead>
            <tbody>
              {day.blocks.map((b, i) => (
                <BlockLines
                  key={b.id}
                  day={day}
                  onWhy={onWhy}
                  block={b}
                  index={i}
                  below={over !== null && day.blocks.findIndex((x) => x.id === over.blockId) < i}
                  favourites={favourites}
                  costAt={(place) => costs?.(b.id, place) ?? null}
                />
              ))}
            </tbody>
          </table>
        </DndContext>
      )}
    </section>
  );
}

interface BlockLinesProps extends Omit<SessionProps, "menu"> {
  block: Block;
  index: number;
  /** what is dragged comes from above, and would stand below it */
  below: boolean;
  favourites: ReadonlyMap<string, string>;
  costAt: LineProps["costAt"];
}

/** an exercise, or two that are paired and go together */
function BlockLines({ block, index, below, day, favourites, onWhy, costAt }: BlockLinesProps) {
  const { setNodeRef: setRow, isOver } = useDroppable({ id: block.id });
  const { setNodeRef: setHandle, listeners, isDragging } = useDraggable({ id: block.id });
  const name = block.prescriptions.map((p) => p.name).join(" and ");
  const handle = (
    <span ref={setHandle} {...listeners} className="drag-handle" title={text.dragToAnotherPlace({ name })} aria-hidden>
      ⠿
    </span>
  );
  return block.prescriptions.map((p, k) => (
    <SessionLine
      key={p.id}
      p={p}
      block={block}
      index={index}
      first={k === 0}
      day={day}
      onWhy={onWhy}
      favourite={favourites.get(p.id) ?? null}
      costAt={costAt}
      handle={k === 0 ? handle : <span className="drag-handle" aria-hidden />}
      className={isDragging ? "dragged" : isOver ? (below ? "drop-below" : "drop-above") : undefined}
      setRow={k === 0 ? setRow : undefined}
    />
  ));
}
