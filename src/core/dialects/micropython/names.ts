import type { CCode, CRoutine } from "./code";
import { everyStatement } from "./code";

/** What Python, and what the programs take from it and from its modules, have names for already. */
const TAKEN = new Set(
  (
    "False None True and as assert async await break class const continue def del elif else except finally for from global " +
    "if import in is lambda nonlocal not or pass raise return try while with yield " +
    "abs array bool bytearray bytes dict id input int iter len list map max min next object open ord pow print range repr round " +
    "set slice sorted str sum tuple type zip Pin ADC PWM SPI I2C sys select machine sleep_ms sleep_us ticks_add ticks_diff ticks_ms " +
    "ticks_us time_pulse_us quotient remainder shift_out tone no_tone serial_waiting serial_take serial_send serial_line"
  ).split(" "),
);

/** A name as Python writes it: words apart, small; constants as they are. */
const small = (name: string): string =>
  /[a-z]/.test(name)
    ? name
        .replace(/([a-z0-9])([A-Z])/g, "$1_$2")
        .replace(/([A-Z])([A-Z][a-z])/g, "$1_$2")
        .toLowerCase()
    : name;

/** The name of each variable and routine of a program; those of a routine behind its name and a stroke. */
export class Names {
  private readonly given = new Map<string, string>();
  private readonly locals = new Map<string, ReadonlySet<string>>();
  private readonly statics = new Set<string>();

  constructor({ variables, routines }: CCode) {
    const outer = new Set(TAKEN);
    const give = (key: string, wanted: string, used: Set<string>) => {
      let name = wanted;
      while (used.has(name)) name += "_";
      used.add(name);
      this.given.set(key, name);
    };
    for (const { name } of [...variables, ...routines]) give(name, small(name), outer);
    for (const routine of routines) {
      const { own, kept } = namesIn(routine);
      this.locals.set(routine.name, new Set([...own, ...kept]));
      for (const name of kept) {
        this.statics.add(`${routine.name}/${name}`);
        give(`${routine.name}/${name}`, `${small(routine.name)}_${small(name)}`, outer);
      }
    }
    for (const routine of routines) {
      const inner = new Set(outer);
      for (const name of namesIn(routine).own) give(`${routine.name}/${name}`, small(name), inner);
    }
  }

  /** Whose name it is within a routine: the routine's own, or the program's. */
  key(routine: CRoutine | undefined, name: string): string {
    return routine && this.locals.get(routine.name)?.has(name) ? `${routine.name}/${name}` : name;
  }

  /** How it is written. */
  of(key: string): string {
    return this.given.get(key) ?? key;
  }

  /** Whether a routine has to say that it is the program's, to change it. */
  isOuter(key: string): boolean {
    return !key.includes("/") || this.statics.has(key);
  }
}

/** The names a routine declares: its own, and those it keeps from one call to the next. */
function namesIn({ given, body }: CRoutine) {
  const own = new Set(given.map(({ name }) => name));
  const kept = new Set<string>();
  for (const statement of everyStatement(body))
    if (statement.do === "declare") (statement.isStatic ? kept : own).add(statement.name);
  return { own, kept };
}
