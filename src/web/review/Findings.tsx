/** What the sets say beside strength: what cannot be, drop, where it is felt, pain, effort, soreness. */
import { Button } from "antd";
import { Link } from "react-router";
import { daysBetween } from "#core/base/dates";
import { JOINT_NAMES } from "#core/exercises/joints";
import type { Client } from "#core/clients/client";
import type { Program } from "#core/program/document";
import { weakSeen } from "#core/review/weak";
import { groupName } from "#core/planning/groups";
import type { Answer, Ruling } from "#core/exchange/api";
import type { LineReview, Review } from "#core/review/schema";
import type { Load } from "#core/program/document";
import { found as words, page } from "#core/words/review";
import { dayText, loadText } from "../../page/locale";
import { api, toFailure } from "../base/api";
import { message } from "../base/say";

export function Findings({
  review,
  log,
  client,
  program,
}: {
  review: Review;
  log: Answer<"log"> | undefined;
  client: Client;
  program: Program;
}) {
  const { id: clientId } = client;
  const { lines, soreness, sore } = review;
  const unlikely = lines.flatMap((l) => l.unlikely.map((u) => ({ ...u, name: l.name })));
  const said = lines.flatMap(saidOf);
  return (
    <section className="sheet" aria-label={page.sets()}>
      <h2>{page.sets()}</h2>
      <ul className="findings">
        {unlikely.map((u) => (
          <Unlikely key={u.entryId} u={u} log={log} clientId={clientId} />
        ))}
        {said.map((s) => (
          <li key={s}>{s}</li>
        ))}
        {unlikely.length + said.length === 0 && <li className="quiet">{words.nothing()}</li>}
        {weakSeen(review, program, client).map((w) => (
          <li key={w.link}>
            {words.weak(w)} <Link to={`/clients/${clientId}#limits`}>{words.noteWeak()}</Link>
          </li>
        ))}
        {sore.map((g) => (
          <li key={g.group}>{words.sore({ ...g, group: groupName(g.group) })}</li>
        ))}
        <li className="small quiet">{soreness ? words.soreness(soreness) : words.sorenessFew()}</li>
      </ul>
    </section>
  );
}

/** days for which a single report of pain is news */
const NEWS = 56;

function saidOf(l: LineReview): string[] {
  const { name } = l;
  const [pain] = l.pains;
  const news = pain && (l.pains.length > 1 || daysBetween(pain.on, l.last) < NEWS);
  return [
    ...(news
      ? [
          words.pain({
            name,
            times: l.pains.length,
            workouts: Math.max(l.workouts, l.pains.length),
            joint: JOINT_NAMES[pain.joint],
            last: dayText(pain.on),
            score: pain.score,
          }),
        ]
      : []),
    ...(l.drop?.rest ? [words.drop({ name, ...l.drop })] : []),
    ...(l.test ? [words.test({ name, extra: l.test.extra, on: dayText(l.test.on) })] : []),
  ];
}

interface UnlikelyProps {
  u: LineReview["unlikely"][number] & { name: string };
  log: Answer<"log"> | undefined;
  clientId: string;
}

/** a set that cannot well be: what was likely meant is a press away, and so is that it is right */
function Unlikely({ u, log, clientId }: UnlikelyProps) {
  const [rule, { isLoading }] = api.useRuleMutation();
  const entry = log?.entries.filter((e) => e.id === u.entryId).sort((a, b) => b.revision - a.revision)[0];
  const send = async (ruling: Ruling) => {
    const r = await rule({ clientId, ruling });
    if (r.error) message.error(toFailure(r.error).error, 5);
  };
  const text = (load: Load | null) => (load ? loadText(load) : "");
  const set = { id: u.entryId, revision: u.revision };
  return (
    <li data-kind="unlikely">
      ◆ {words.unlikely({ name: u.name, on: dayText(u.on), load: text(u.load), reps: u.reps, expected: u.expected })}
      <span className="acts">
        {entry &&
          u.meant
            // of two sides nobody knows whose reps were meant
            .filter((m) => entry.parts.length === 1 || m.reps === u.reps)
            .map((m) => (
              <Button
                key={`${m.load?.value} ${m.reps}`}
                size="small"
                disabled={isLoading}
                onClick={() =>
                  void send({
                    act: "correct",
                    ...set,
                    parts: entry.parts.map((p) => ({
                      ...p,
                      load: p.load?.value === u.load?.value ? m.load : p.load,
                      reps: entry.parts.length === 1 ? m.reps : p.reps,
                    })),
                    reserve: entry.reserve,
                  })
                }
              >
                {words.meant({ load: text(m.load), reps: m.reps })}
              </Button>
            ))}
        <Button size="small" disabled={isLoading} onClick={() => void send({ act: "confirm", ...set })}>
          {words.right()}
        </Button>
        <Button size="small" type="text" disabled={isLoading} onClick={() => void send({ act: "void", ...set })}>
          {words.strike()}
        </Button>
      </span>
    </li>
  );
}
