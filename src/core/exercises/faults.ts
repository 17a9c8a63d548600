/** What a schema cannot see in an exercise file: names that mean nothing, numbers no body or machine can have. */
import { FORMS } from "#core/exercises/form";
import { ATTACHMENTS } from "#core/exercises/attachments.data";
import { findHead, muscles, skeleton } from "#core/anatomy/anatomy";
import { ascends } from "#core/exercises/bindings";
import { type Binding, type Exercise } from "#core/exercises/format";
import { loadFaults } from "#core/exercises/loads/loads";
import { defaultValues, resolveSetup, SetupError } from "#core/exercises/setup";

export interface ExerciseFault {
  path: PropertyKey[];
  reason: string;
}

type Bound = Exclude<Binding, number | { sum: unknown }>;
const isBound = (b: unknown): b is Bound => typeof b === "object" && b !== null && "parameter" in b;

/** every binding with its path */
function bindings(value: unknown, path: PropertyKey[] = []): { path: PropertyKey[]; binding: Bound }[] {
  if (isBound(value)) return [{ path, binding: value }];
  if (value === null || typeof value !== "object") return [];
  return Object.entries(value).flatMap(([k, v]) => bindings(v, [...path, Array.isArray(value) ? Number(k) : k]));
}

export function exerciseFaults(exercise: Exercise): ExerciseFault[] {
  const faults: ExerciseFault[] = [];
  const fault = (path: PropertyKey[], reason: string) => void faults.push({ path, reason });
  const parameters = new Set(exercise.parameters.map((p) => p.id));
  for (const { path, binding } of bindings({
    stance: exercise.stance,
    path: exercise.path,
    loads: exercise.loads,
    elbowTowards: exercise.elbowTowards,
    hold: exercise.hold,
  })) {
    if (!parameters.has(binding.parameter)) fault(path, `there is no parameter called ${binding.parameter}`);
    if ("table" in binding && !ascends(binding.table)) fault(path, "values of the setting go upwards, each once");
  }
  const meant = ({ targets, aims }: Pick<Exercise, "targets" | "aims">, at: PropertyKey[]) => {
    aims?.forEach((h, i) => {
      const muscle = findHead(h)?.muscle;
      if (!muscle || !targets.includes(muscle))
        fault([...at, "aims", i], `there is no head called ${h} in its targets`);
    });
    targets.forEach(
      (t, i) => muscles.some((m) => m.id === t) || fault([...at, "targets", i], `there is no muscle called ${t}`),
    );
  };
  meant(exercise, []);
  exercise.turned?.forEach((t, i) => {
    meant(t, ["turned", i]);
    if (!parameters.has(t.parameter)) fault(["turned", i, "parameter"], `there is no parameter called ${t.parameter}`);
  });
  exercise.parameters.forEach((p, i) => {
    const ids = FORMS[p.id];
    // a setting of that name that names no form is one like any other; one that names some must name nothing else
    if (!ids || !p.options?.some((o) => ids.includes(o.id ?? ""))) return;
    p.options.forEach(
      (o, k) =>
        ids.includes(o.id ?? "") ||
        fault(["parameters", i, "options", k, "id"], `an option of ${p.id} must be one of ${ids.join(", ")}`),
    );
  });
  exercise.loads.forEach(
    (l, i) =>
      l.at === "held" ||
      l.at in skeleton.points ||
      fault(
        ["loads", i, "at"],
        `there is no point of the body called ${l.at}; there are ${Object.keys(skeleton.points).join(", ")}`,
      ),
  );
  if (exercise.attachment === undefined && exercise.loads.some((l) => l.at === "held"))
    fault(["attachment"], "a load that is held needs an attachment");
  exercise.parameters.forEach((p, i) => {
    if (p.unit === "choice" && !p.options) fault(["parameters", i, "options"], "a choice needs its options");
    if (typeof exercise.attachment === "object" && exercise.attachment.parameter === p.id)
      p.options?.forEach(
        (o, k) =>
          ATTACHMENTS.includes(o.id ?? "") ||
          fault(["parameters", i, "options", k, "id"], `there is no attachment called ${o.id ?? o.name}`),
      );
  });
  exercise.parameters.forEach(
    (p, i) =>
      exercise.parameters.findIndex((q) => q.id === p.id) < i &&
      fault(["parameters", i, "id"], `two parameters are called ${p.id}`),
  );
  if (faults.length) return faults;
  const all = [
    { values: defaultValues(exercise), path: ["parameters"] as PropertyKey[] },
    ...exercise.setups.map((s, i) => ({ values: s.values, path: ["setups", i, "values"] as PropertyKey[] })),
  ];
  for (const { values, path } of all) {
    try {
      const setup = resolveSetup(exercise, values);
      if (!(setup.hold > 0)) fault(["hold"], "what the fingers hold in this way must be over 0");
      setup.loads.forEach((l, i) => {
        for (const { field, reason } of loadFaults(l)) fault(["loads", i, field], reason);
        if (l.kind === "mass" && l.rails !== null && !(setup.on === "feet" && exercise.balance))
          fault(
            ["loads", i, "rails"],
            "rails lead a load of somebody on both feet; balance names the joint that follows",
          );
      });
    } catch (e) {
      if (!(e instanceof SetupError)) throw e;
      fault([...path, ...e.path.split(".").slice(1)], e.message);
    }
  }
  return faults.filter(
    (f, i) => faults.findIndex((g) => g.path.join() === f.path.join() && g.reason === f.reason) === i,
  );
}
