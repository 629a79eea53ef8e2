// npm run build: the worker that answers scripts, bundled; then the application. "answers" alone builds the worker.
import { buildAnswers, buildApplication } from "./steps.mjs";

const workerOnly = process.argv[2] === "answers";
process.exit(buildAnswers() && (workerOnly || buildApplication()) ? 0 : 1);
