/** npm run storm: one server as npm start runs it; with --cluster the cluster that runs here. */
void (process.argv.includes("--cluster") ? import("./cluster") : import("./storm"));
export {};
