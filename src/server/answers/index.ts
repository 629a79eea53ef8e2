import type { Answer, Question, RouteName } from "../question";
import { answerCheck } from "./check";
import { answerDecode } from "./decode";
import { answerDiagnose } from "./diagnose";
import { answerCode, answerFrames, answerSketch, answerWrites } from "./exports";
import { answerFont } from "./font";
import { answerReadTable } from "./read-table";
import { answerRun } from "./run";
import { answerSimulate } from "./simulate";

const ANSWERS: Readonly<Record<RouteName, (question: Question) => Answer | Promise<Answer>>> = {
  check: answerCheck,
  run: answerRun,
  "read-table": answerReadTable,
  simulate: answerSimulate,
  decode: answerDecode,
  diagnose: answerDiagnose,
  "export/code": answerCode,
  "export/frames": answerFrames,
  "export/sketch": answerSketch,
  "export/writes": answerWrites,
  "import/bdf": answerFont,
};

/** Answers a question, wherever it is asked: in a worker thread of the server, or in a test. */
export const answer = async (question: Question): Promise<Answer> => ANSWERS[question.route](question);
