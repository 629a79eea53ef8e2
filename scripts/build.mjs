// npm run build: the worker that answers scripts, bundled; the application; then what keeps it working with the server
// off. "answers" alone builds the first.
import { buildServiceWorker } from "./service-worker.mjs";
import { buildAnswers, buildApplication } from "./steps.mjs";

const workerOnly = process.argv[2] === "answers";
process.exit(buildAnswers() && (workerOnly || (buildApplication() && (await buildServiceWorker()))) ? 0 : 1);
