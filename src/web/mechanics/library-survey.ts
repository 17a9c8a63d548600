/**
 * The library in a body: what the server has kept of it; else it is worked out there, for everybody, and kept; else, or
 * where that takes too long to begin, here. Once a page and body.
 */
import { exercises, library } from "#core/exercises/library";
import { setupKey } from "#core/exercises/setup";
import { bodyKey, plainBody } from "#core/anatomy/limbs";
import { DEFAULT_BODY, MODEL_VERSION, type Body } from "#core/mechanics/model";
import type { Survey, SurveyRow } from "#core/mechanics/survey";
import { surveyFile, surveyVersion } from "#core/mechanics/survey-name";
import type { Answer } from "#core/exchange/api";
import { plainly } from "../base/api";
import { askSurvey } from "./analyst";
import { BODIES, keepSurvey, keptSurvey } from "./kept-surveys";
import type { SetupAsk } from "#core/exercises/asked";

/** every named setup of the library */
export const librarySetups: SetupAsk[] = library.flatMap((e) =>
  e.setups.map((s) => ({ exerciseId: e.id, values: s.values })),
);
const keys = librarySetups.map((s) => setupKey(exercises.get(s.exerciseId)!, s.values));

/** setups in one ask of the engine here: few enough that the page can say how far it is */
const CHUNK = 13;
/** ms between two looks at the server's work, and ms without any progress after which it is done here */
const LOOK = 300;
const PATIENCE = 5000;

type Kept = { modelVersion: string; rows: SurveyRow[] };
const pause = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

/** rows that the server has kept, by setup; a server of another version knows nothing that is of use here */
async function keptOf(body: Body): Promise<Map<string, SurveyRow>> {
  const query = new URLSearchParams(Object.entries(plainBody(body)).map(([k, v]) => [k, String(v)]));
  const { modelVersion, rows } = await plainly<Kept>(`/survey?${query}`);
  return new Map(modelVersion === MODEL_VERSION ? rows.map((r) => [r.setupKey, r]) : []);
}

/** whether the server has worked it out; false where it does not get to it */
async function workedOut(body: Body, tell: (share: number) => void): Promise<boolean> {
  let job = await plainly<Answer<"job">>("/survey", plainBody(body));
  let [progress, since] = [job.progress, Date.now()];
  while (job.state === "waiting" || job.state === "running") {
    await pause(LOOK);
    job = await plainly<Answer<"job">>(`/jobs/${job.id}`);
    if (job.progress > progress) [progress, since] = [job.progress, Date.now()];
    else if (Date.now() - since > PATIENCE) return false;
    tell(progress);
  }
  return job.state === "done";
}

/** what is missing, worked out on this machine */
async function workedOutHere(
  body: Body,
  missing: readonly SetupAsk[],
  tell: (share: number) => void,
): Promise<SurveyRow[]> {
  let done = 0;
  const parts = Array.from({ length: Math.ceil(missing.length / CHUNK) }, (_, i) =>
    missing.slice(i * CHUNK, (i + 1) * CHUNK),
  );
  const surveys = await Promise.all(
    parts.map(async (setups) => {
      const part = await askSurvey(setups, body, 0);
      tell(1 - (missing.length - (done += setups.length)) / librarySetups.length);
      return part.rows;
    }),
  );
  return surveys.flat();
}

const version = surveyVersion(keys);

/** of the default body: a file of the build; undefined where this page was not built with one */
const ofTheBuild = async (): Promise<Survey | undefined> =>
  fetch(`/${surveyFile(keys)}`)
    .then((r) => (r.ok ? (r.json() as Promise<Survey>) : undefined))
    .catch(() => undefined);

async function read(body: Body, tell: (share: number) => void): Promise<Survey> {
  if (bodyKey(body) === bodyKey(DEFAULT_BODY)) {
    const built = await ofTheBuild();
    if (built) return built;
  }
  const own = await keptSurvey(version, body);
  if (own) return own;
  const survey = await asked(body, tell);
  // a full disk or a private window keeps nothing: the next visit asks again
  if (survey.rows.length === keys.length) keepSurvey(version, body, survey).catch(() => undefined);
  return survey;
}

async function asked(body: Body, tell: (share: number) => void): Promise<Survey> {
  let kept = await keptOf(body).catch(() => new Map<string, SurveyRow>());
  if (keys.some((k) => !kept.has(k)) && (await workedOut(body, tell).catch(() => false)))
    kept = await keptOf(body).catch(() => kept);
  const missing = librarySetups.filter((_, i) => !kept.has(keys[i]!));
  if (missing.length > 0) for (const row of await workedOutHere(body, missing, tell)) kept.set(row.setupKey, row);
  return { modelVersion: MODEL_VERSION, rows: keys.flatMap((k) => kept.get(k) ?? []) };
}

const known = new Map<string, { survey: Promise<Survey>; tells: Set<(share: number) => void>; share: number }>();

/** @param tell share of the library that is read, 0 to 1 */
export function readLibrary(body: Body, tell: (share: number) => void): Promise<Survey> {
  const key = bodyKey(body);
  let found = known.get(key);
  if (!found) {
    const entry = { survey: Promise.resolve<Survey>(null!), tells: new Set<(share: number) => void>(), share: 0 };
    entry.survey = read(body, (share) => {
      entry.share = share;
      for (const t of entry.tells) t(share);
    });
    entry.survey.then(
      () => entry.tells.clear(),
      () => known.delete(key),
    );
    if (known.size >= BODIES) known.delete(known.keys().next().value!);
    known.set(key, (found = entry));
  }
  found.tells.add(tell);
  tell(found.share);
  return found.survey;
}
