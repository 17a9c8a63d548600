/** What the cli says: labels and sentences a place. */
import { label, sentence } from "./sentence";

export const choose = {
  thereIsNoWhat: sentence<{ what: string; text: string; what2: string }>(
    { what: "a, b and c", text: "xyz", what2: "d" },
    ({ what, text, what2 }) => `There is no ${what} called "${text}"; there is ${what2}.`,
  ),
  whichHeadHeadId: label('Which head? --head <id>; the command "heads" lists them.'),
  thereIsNoHead: sentence<{ head: string }>(
    { head: "biceps-long" },
    ({ head }) => `There is no head called ${head}. The command "heads" lists them.`,
  ),
  whichMuscleOrGroup: label("Which muscle or group? --muscle <id>."),
  thereIsNoMuscle: sentence<{ id: string; what: string }>(
    { id: "cable-curl", what: "a, b and c" },
    ({ id, what }) => `There is no muscle or group called ${id}; there is ${what}.`,
  ),
  whichHeadsHeadId: label("Which heads? --head <id>[,<id>]."),
  whichParameterParameterId: label("Which parameter? --parameter <id>."),
  oneParameterOrTwo: label("One parameter, or two for a map."),
  aPartIsAt: sentence({ least: 0.4 }, ({ least }) => `A part is at least ${least} of the way long.`),
  boundWantsAShare: label("--bound wants a share of what the whole rep asks of shoulder, elbow and knee."),
  boundWantsJointShare: sentence<{ text: string }>(
    { text: "xyz" },
    ({ text }) => `--bound wants joint=share of the usual strain, not "${text}".`,
  ),
};

export const commands = {
  repsWants: sentence<{ text: string }>({ text: "many" }, ({ text }) => `--reps wants 8 or 8-12, not "${text}".`),
  tooMuch: sentence<{ text: string; usage: string }>(
    { text: "more", usage: "Usage: ..." },
    ({ text, usage }) => `"${text}" is too much.\n${usage}`,
  ),
  usageNpmRunS: label(
    'Usage: npm run -s gryn -- <command>\n  heads\n  exercises\n  analyse <exercise id or file.json> [--set parameter=value ...] [--height 1.75] [--mass 75] [--samples 41] [--bodies 16] [--seed 1] [--calibrate id[:parameter=value,...]=60x8@2 ...] [--kg 60 [--reserve 2]] [--summary]\n  compare <id[:parameter=value,...]> <id[:parameter=value,...]> [--height 1.75] [--mass 75] [--samples 41]\n  rank [exercise.json] --head <id> [--school <id>] [--goal 0..1] [--joint elbow=sore ...] [--equipment cable,dumbbell] [--only braced ...] [--client client.json] [--height ...] [--mass ...] [--bodies 6]\n  cover --muscle <muscle or group> [--school <id>] [--joint ...] [--equipment ...] [--client client.json] [--week program.json]\n  sweep <exercise id> --parameter <id>|rep [--parameter <id>] --head <id>[,<id>] [--quantity tension] [--points 41] [--set parameter=value ...]\n  find <exercise id> --head <id> [--aim stretch|tension|flat|share|spine] [--bound shoulder=1.1 ...]\n  range <exercise id> --head <id> [--school <id>] [--bound 0.85] [--from 0 --to 0.6] [--set parameter=value ...]\n  loads --calibrate id[:parameter=value,...]=60x8@2 ... [--reps 8-12] [--reserve 2] [--height ...] [--mass ...]\n  plan <client.json> [--use minutes|needs] [--split "upper and lower"] [--arms "a day of their own"] [--times 2 [--vary]] [--require exercise ...] [--without exercise ...] [--out program.json]\n  check <program.json> <client.json>\n  validate [--bodies 15] [--seed 4]\n  export-exercise <exercise id>\n  schema\n  help [command], or --help after any command',
  ),
  usageNpmRunS2: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `Usage: npm run -s gryn -- ${what}`),
  calibrateWantsIdParameter: sentence<{ text: string }>(
    { text: "xyz" },
    ({ text }) => `--calibrate wants id[:parameter=value,...]=LOADxREPS@RESERVE, not "${text}".`,
  ),
  noneOfTheseSets: label("None of these sets can be lifted in this body: how strong it is stays unknown."),
  whichSetsGiveAt: label("Which sets? Give at least one --calibrate."),
  kgLoadmeaning: sentence<{ loadMeaning: string }>(
    { loadMeaning: "per hand" },
    ({ loadMeaning }) => `kg ${loadMeaning}`,
  ),
  whichTwoSeeGryn: label("Which two? See: gryn help compare"),
  useIsMinutesOr: sentence<{ use: string }>({ use: "hours" }, ({ use }) => `--use is minutes or needs, not "${use}".`),
  splitIsOneOf: sentence<{ what: string; split: string }>(
    { what: "a, b and c", split: "thirds" },
    ({ what, split }) => `--split is one of ${what}, not "${split}".`,
  ),
  armsIsOneOf: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `--arms is one of ${what}.`),
  thereIsNoExercise: sentence<{ what: string }>(
    { what: "a, b and c" },
    ({ what }) => `There is no exercise called ${what}.`,
  ),
  plannedWeek: label("Planned week"),
  dayN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `Day ${n}`),
  daysperweekDaysAWeek: sentence<{ daysPerWeek: number; times: number }>(
    { daysPerWeek: 3, times: 3 },
    ({ daysPerWeek, times }) => `${daysPerWeek} days a week hold no session ${times} times each, evenly.`,
  ),
  forThisDivisionOf: label("for this division of the week, without the minutes that pairs give back"),
  thereIsNoCommand: sentence<{ command: string; USAGE: string }>(
    { command: "rnak", USAGE: "Usage: ..." },
    ({ command, USAGE }) => `There is no command "${command}".
${USAGE}`,
  ),
};

export const input = {
  number: sentence<{ name: string; whole: boolean; low: number; high: number; text: string }>(
    { name: "samples", whole: true, low: 5, high: 200, text: "many" },
    (v) => `--${v.name} wants a ${v.whole ? "whole " : ""}number from ${v.low} to ${v.high}, not "${v.text}".`,
  ),
  noChoice: sentence<{ name: string; text: string; there: readonly string[] }>(
    { name: "handle", text: "rop", there: ["rope", "bar"] },
    (v) => `${v.name} has no choice called "${v.text}"; there is ${v.there.join(", ")}.`,
  ),
  noNumber: sentence<{ name: string; text: string }>(
    { name: "lean", text: "much" },
    ({ name, text }) => `"${text}" is not a number (for ${name}).`,
  ),
  pairIsNotOf: sentence<{ pair: string }>(
    { pair: "some pair" },
    ({ pair }) => `"${pair}" is not of the form parameter=value.`,
  ),
  whichExerciseGiveAn: label("Which exercise? Give an id (see: gryn exercises) or a .json file."),
  thereIsNoFile: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `There is no file ${name}.`),
  thereIsNoExercise: sentence<{ name: string }>(
    { name: "Hammer curl" },
    ({ name }) => `There is no exercise called ${name}. The command "exercises" lists them.`,
  ),
  nameIsNotA: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `${name} is not a file.`),
  nameIsLargerThan: sentence<{ name: string }>(
    { name: "Hammer curl" },
    ({ name }) => `${name} is larger than any exercise: over 2 MB.`,
  ),
  lineLine: sentence<{ line: number }>({ line: 3 }, ({ line }) => `, line ${line}`),
  whichWhatGiveA: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `Which ${what}? Give a .json file.`),
  nameIsLargerThan2: sentence<{ name: string; what: string }>(
    { name: "Hammer curl", what: "a, b and c" },
    ({ name, what }) => `${name} is larger than any ${what}: over 5 MB.`,
  ),
  nameIsNotJson: sentence<{ name: string; message: string }>(
    { name: "Hammer curl", message: "the mail server did not answer" },
    ({ name, message }) => `${name} is not JSON: ${message}`,
  ),
};
