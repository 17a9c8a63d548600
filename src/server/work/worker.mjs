// A worker thread starts as plain JavaScript, which learns TypeScript and then is the tasks.
import { register } from "tsx/esm/api";

register();
const { run } = await import("./tasks.ts");

export default run;
