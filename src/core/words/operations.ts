/** How the server runs, for whoever looks after it. */
import { percent } from "#core/base/numbers";
import { counted, label, sentence } from "./sentence";

const secondsText = (s: number): string =>
  s < 1 ? `${Math.round(s * 1000)} ms` : s < 120 ? `${Number(s.toPrecision(2))} s` : `${Math.round(s / 60)} min`;

export const operations = {
  title: label("Operations"),
  well: label("All is well"),
  look: sentence({ n: 2 }, ({ n }) => `${counted(n, "thing")} to look at`),
  about: sentence(
    { since: "1 Dec 2026, 08:00", memory: 240 },
    ({ since, memory }) =>
      `The server that answered has run since ${since} and takes ${Math.round(memory)} MB. Numbers are of all practices together and name nobody.`,
  ),
  requests: label("Answers"),
  answered: sentence({ n: 1200 }, ({ n }) => counted(n, "answer")),
  failed: sentence({ n: 2 }, ({ n }) => (n === 0 ? "none failed" : `${n} failed`)),
  times: sentence(
    { p50: 0.012, p95: 0.08 },
    (v) => `half within ${secondsText(v.p50)}, 95 of 100 within ${secondsText(v.p95)}`,
  ),
  route: label("Route"),
  count: label("Answers"),
  slowest: label("95 of 100 within"),
  failures: label("Failed"),
  database: label("Database"),
  pool: sentence(
    { all: 10, idle: 8, wanted: 0 },
    ({ all, idle, wanted }) =>
      `${counted(all, "connection")}, ${idle} idle; ${wanted === 0 ? "nobody waits" : `${counted(wanted, "request")} waiting for one`}`,
  ),
  lag: sentence<{ lag: number | null }>({ lag: 0.2 }, ({ lag }) =>
    lag === null
      ? "No standby follows: a machine that is lost takes what was not backed up."
      : `The slowest standby is ${secondsText(lag)} behind.`,
  ),
  jobs: label("Long work"),
  noJobs: label("Nothing waits."),
  job: sentence(
    { kind: "review", waiting: 3, oldest: 12 },
    (v) => `${v.kind}: ${v.waiting} due, the oldest for ${secondsText(v.oldest)}`,
  ),
  phones: label("Phones"),
  noSets: label("No set has come since the server began."),
  sets: sentence(
    { sets: 40, p50: 4, p95: 900 },
    (v) =>
      `${counted(v.sets, "set")}: half were kept within ${secondsText(v.p50)} of being done, 95 of 100 within ${secondsText(v.p95)}`,
  ),
  seconds: sentence({ s: 0.08 }, ({ s }) => secondsText(s)),
  again: label("Look again"),
};

/** by what wants a look: what is wrong, and what to do */
export const concern = {
  failed: sentence(
    { figure: 0.03 },
    ({ figure }) => `${percent(figure)} of the requests failed: look for their ids in the server's log.`,
  ),
  slow: sentence(
    { figure: 0.8 },
    ({ figure }) =>
      `95 of 100 answers take ${secondsText(figure)}: slow statements stand in the server's log with their request.`,
  ),
  wanted: sentence(
    { figure: 7 },
    ({ figure }) =>
      `${counted(figure, "request")} waiting for a connection: look at what runs long, or give the pool more.`,
  ),
  late: sentence(
    { figure: 400 },
    ({ figure }) => `Long work has been due for ${secondsText(figure)}: look whether the workers run.`,
  ),
  lag: sentence(
    { figure: 60 },
    ({ figure }) => `The slowest standby is ${secondsText(figure)} behind: look at its disk and network.`,
  ),
};
