/** Puts a setup with its values on a day of the open client's week, or in the place of the line it came from. */
import { putOnDay as words } from "#core/words/web/planning";
import { Button } from "antd";
import { Menu } from "../base/Menu";
import { useState } from "react";
import { Link } from "react-router";
import { askOn } from "#core/clients/on-machine";
import { onDay, type Client } from "#core/clients/client";
import { editionOf } from "#core/edition/edition";
import type { Exercise } from "#core/exercises/format";
import { exercises } from "#core/exercises/library";
import type { Values } from "#core/exercises/setup";
import { placeOf } from "#core/program/edit";
import type { Survey, SurveyRow } from "#core/mechanics/survey";
import { lineFor, swapped } from "#core/planning/lines";
import { newId } from "../../page/newId";
import { message } from "../base/say";
import { dayOf } from "../../page/locale";
import { askSurvey } from "../mechanics/analyst";
import type { SetupAsk } from "#core/exercises/asked";
import { bodyOf } from "../mechanics/useSurvey";
import { usePlan } from "./usePlan";

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
  const { method } = editionOf(program);
  /** the setup, the exercise's usual one and another, as this client's body knows them */
  const surveyed = async (other: SetupAsk[] = []): Promise<[Survey, SurveyRow]> => {
    const asked = [{ exerciseId: exercise.id, values }, { exerciseId: exercise.id, values: {} }, ...other];
    const survey = await askSurvey(
      asked.map((a) => askOn(client.machines, a)),
      bodyOf(client),
      0,
    );
    const [row] = survey.rows;
    if (!row) throw new Error(words.unknownSetup());
    return [survey, row];
  };
  const say = (what: string) =>
    message.success(
      <span>
        {what} <Link to={`/clients/${client.id}/week`}>{words.openTheWeek()}</Link>
      </span>,
      4,
    );
  const run = (work: () => Promise<void>) => {
    setBusy(true);
    work()
      .catch((e: Error) => message.error(words.notPutThereMessage({ message: e.message })))
      .finally(() => setBusy(false));
  };
  const put = (dayId: string) =>
    run(async () => {
      const day = program.days.find((d) => d.id === dayId)!;
      const [survey, row] = await surveyed();
      const prescription = lineFor(
        row,
        onDay(client, program.days, dayId),
        { survey, method, exercises },
        newId(),
        head,
      );
      edit({ kind: "add", dayId, blockId: newId(), index: day.blocks.length, prescription });
      say(words.nameIsOnName({ name: prescription.name, name2: day.name, name3: client.name }));
    });
  /** the same exercise in another setup is the same line; another keeps what was decided for the place */
  const replace = () =>
    run(async () => {
      const { prescription: old } = place!;
      const same = old.exerciseId === exercise.id;
      const [survey, row] = await surveyed(same ? [{ exerciseId: old.exerciseId, values: old.values }] : []);
      const ask = { id: newId(), today: dayOf(new Date()) };
      const prescription = swapped({ ...old, target: head }, row, client, { survey, method, exercises }, ask);
      edit({ kind: "swap", prescriptionId: old.id, prescription });
      say(
        same ? words.nameTheLineHas({ name: prescription.name }) : words.nameStandsInIts({ name: prescription.name }),
      );
    });
  return (
    <>
      {place && place.prescription.setupKey && !place.prescription.locked && (
        <Button size="small" type="primary" loading={busy} onClick={replace}>
          {words.useThisSetupIn()}
        </Button>
      )}
      <Menu
        items={program.days.map((d) => ({ key: d.id, label: d.name, onClick: () => put(d.id) }))}
        button={{ size: "small", loading: busy }}
      >
        {words.addToADay()}
      </Menu>
    </>
  );
}
