import type { CExpression } from "./code";
import type { Expressions } from "./expression";
import type { Scope } from "./scope";
import { HOLDS, held } from "./values";

/** What a call of a sketch does, as a line of Python. */
export function callText(scope: Scope, { name, given }: Extract<CExpression, { is: "call" }>): string {
  const { expressions } = scope;
  const number = (nth: number) => expressions.number(given[nth]!).text;
  const line = (nth: number) => expressions.line(given[nth]!);
  switch (name) {
    case "digitalWrite":
      return `${line(0)}(${level(expressions, given[1]!)})`;
    case "pinMode":
      return `${line(0)}.init(${pinMode(given[1]!)})`;
    case "shiftOut":
      scope.need("shift_out");
      return `shift_out(${line(0)}, ${line(1)}, ${given[2]!.is === "name" && given[2]!.name === "MSBFIRST" ? "True" : "False"}, ${number(3)})`;
    case "delayMicroseconds":
      return `sleep_us(${number(0)})`;
    case "delay":
      return `sleep_ms(${number(0)})`;
    case "tone":
      scope.need("tone");
      return `tone(${line(0)}, ${number(1)})`;
    case "noTone":
      scope.need("tone");
      return `no_tone(${line(0)})`;
    case "Serial.begin":
      scope.need("serial");
      return `serial_begin()`;
    case "Serial.print": {
      scope.need("serial");
      const sent = given[0]!;
      const inner = sent.is === "call" && sent.name === "F" ? sent.given[0]! : sent;
      return inner.is === "text"
        ? `serial_send(${expressions.of(inner).text})`
        : `serial_send(str(${expressions.number(inner).text}))`;
    }
    case "Serial.println":
      scope.need("serial");
      return 'serial_send("\\n")';
  }
  const own = scope.called(name, given);
  if (!own) throw new Error(`Python has nothing for ${name}()`);
  return own.text;
}

function level(expressions: Expressions, one: CExpression): string {
  if (one.is !== "either") return expressions.number(one).text;
  // A condition of one bit is the level itself.
  const asked = expressions.of(one.condition);
  const straight = one.then.is === "name" && one.then.name === "HIGH";
  if (straight && asked.low >= 0 && asked.high <= 1) return asked.text;
  const [then, otherwise] = [one.then, one.otherwise].map((side) => expressions.number(side).text);
  return `${then} if ${held(asked, HOLDS.either! + 1)} else ${otherwise}`;
}

function pinMode(mode: CExpression): string {
  const name = mode.is === "name" ? mode.name : "";
  return { OUTPUT: "Pin.OUT", INPUT: "Pin.IN, None", INPUT_PULLUP: "Pin.IN, Pin.PULL_UP" }[name]!;
}
