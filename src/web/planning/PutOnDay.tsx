/** Puts a setup with its values on a day of the open client's week, or in the place of the line it came from. */
import { Button, Dropdown } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Client } from "#core/clients/client";
import { unitFor } from "#core/clients/client";
import { editionOf } from "#core/edition/edition";
import type { Exercise } from "#core/exercises/format";
import { exercises } from "#core/exercises/library";
import type { Values } from "#core/exercises/setup";
import { placeOf } from "#core/program/edit";
import { harderRelative, prescribe } from "#core/planning/prescribe";
import { changedSetup, isSore } from "#core/planning/swap";
import { newId } from "../../page/newId";
import { message } from "../base/say";
import { dayOf } from "../../page/locale";
import { askAnalysis, askSurvey } from "../mechanics/analyst";
import type { SetupAsk } from "../mechanics/messages";
import { bodyOf } from "../mechanics/useSurvey";
import { usePlan } from "./usePlan";

/** the load that one setup allows over another's, in the client's body */
async function loadRatio(old: SetupAsk, fresh: SetupAsk, client: Client): Promise<number> {
  const [was, is] = await Promise.all(
    [old, fresh].map(({ exerciseId, values }) => askAnalysis({ exerciseId, values }, bodyOf(client))),
  );
  return was!.feasible && is!.feasible && was!.rawLoad > 0 ? is!.rawLoad / was!.rawLoad : 1;
}

interface PutOnDayProps {
  /** nobody open: nothing to put it on */
  client: Client | null;
  exercise: Exercise;
  values: Values;
  head: string;
  /** the line of the week that the setup was opened from */
  line: string | null;
}

export function PutOnDay({ client, exercise, values, head, line }: PutOnDayProps) {
  const { program, edit } = usePlan(client?.id ?? null);
  const [busy, setBusy] = useState(false);
  if (!client || !program) return null;
  const place = line ? placeOf(program, line) : null;
  const prescribed = async () => {
    const survey = await askSurvey([{ exerciseId: exercise.id, values }], bodyOf(client), 0);
    const [row] = survey.rows;
    if (!row) throw new Error("nothing is known of this setup");
    return prescribe(exercise, values, row.view, editionOf(program).method, {
      id: newId(),
      modelVersion: survey.modelVersion,
      unit: unitFor(client, exercise.equipment),
      mass: client.mass,
      sore: isSore(client, exercise),
      beginner: client.level === "beginner",
      target: head,
      harder: harderRelative(exercise, row.view, client.mass, survey, exercises),
    });
  };
  const say = (what: string) =>
    message.success(
      <span>
        {what} <Link to={`/clients/${client.id}/week`}>Open the week</Link>
      </span>,
      4,
    );
  const run = (work: () => Promise<void>) => {
    setBusy(true);
    work()
      .catch((e: Error) => message.error(`Not put there: ${e.message}.`))
      .finally(() => setBusy(false));
  };
  const put = (dayId: string) =>
    run(async () => {
      const day = program.days.find((d) => d.id === dayId)!;
      const prescription = await prescribed();
      edit({ kind: "add", dayId, blockId: newId(), index: day.blocks.length, prescription });
      say(`${prescription.name} is on ${day.name} for ${client.name}.`);
    });
  /** the same exercise in another setup is the same line; another exercise keeps sets, effort, rest and note */
  const replace = () =>
    run(async () => {
      const { prescription: old } = place!;
      const fresh = await prescribed();
      const same = old.exerciseId === fresh.exerciseId;
      const { reserves, rest, note, structure } = old;
      const prescription = same
        ? changedSetup(old, fresh, await loadRatio(old, fresh, client), dayOf(new Date()))
        : { ...fresh, reserves, rest, note, structure };
      edit({ kind: "swap", prescriptionId: old.id, prescription });
      say(
        same ? `${fresh.name}: the line has this setup now, and keeps its log.` : `${fresh.name} stands in its place.`,
      );
    });
  return (
    <>
      {place && place.prescription.setupKey && !place.prescription.locked && (
        <Button size="small" type="primary" loading={busy} onClick={replace}>
          Take these values into the week
        </Button>
      )}
      <Dropdown
        trigger={["click"]}
        menu={{ items: program.days.map((d) => ({ key: d.id, label: d.name, onClick: () => put(d.id) })) }}
      >
        <Button size="small" loading={busy}>
          Put it on a day
        </Button>
      </Dropdown>
    </>
  );
}
