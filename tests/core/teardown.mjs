export { teardown as default } from "./setup.mjs";
