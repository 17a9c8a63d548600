/**
 * npm run -s gryn -- <command>: the engine for coaches who script, for tests and for us. JSON on stdout and nothing
 * else; bad input ends with exit code 2 and the reason on stderr; a pose that cannot be lifted is an answer, not an
 * error.
 */
import { told } from "./commands";

// whoever reads may have had enough, as `head` has: that is no fault of ours
process.stdout.on("error", (e: NodeJS.ErrnoException) => {
  if (e.code !== "EPIPE") throw e;
  process.exit(0);
});

const { status, stdout, stderr } = await told(process.argv.slice(2));
process.stdout.write(stdout);
process.stderr.write(stderr);
process.exitCode = status;
