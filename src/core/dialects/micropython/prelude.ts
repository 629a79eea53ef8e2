/** Routines that Python lacks, by what asks for them. */
export const LACKING: Readonly<Record<string, readonly string[]>> = {
  quotient: [
    "# Divides towards zero.",
    "def quotient(one, other):",
    "    whole = abs(one) // abs(other)",
    "    return whole if (one < 0) == (other < 0) else -whole",
  ],
  remainder: [
    "# What is left of it, with the sign of what was divided.",
    "def remainder(one, other):",
    "    left = abs(one) % abs(other)",
    "    return -left if one < 0 else left",
  ],
  shift_out: [
    "# Puts a byte on the data line bit by bit; a register takes each when the clock rises.",
    "def shift_out(data, clock, highest_first, value):",
    "    for count in range(8):",
    "        data(value >> (7 - count if highest_first else count) & 1)",
    "        clock(1)",
    "        clock(0)",
  ],
  tone: [
    "def tone(line, hertz):",
    "    PWM(line, freq=hertz, duty_u16=32768)",
    "",
    "def no_tone(line):",
    "    PWM(line).deinit()",
    "    line.init(Pin.OUT, value=0)",
  ],
  serial: [
    "# The serial line is the one the board's prompt is on, at its rate.",
    "serial_line = select.poll()",
    "",
    "def serial_begin():",
    "    serial_line.register(sys.stdin, select.POLLIN)",
    "",
    "def serial_waiting():",
    "    return 1 if serial_line.poll(0) else 0",
    "",
    "def serial_take():",
    "    return sys.stdin.buffer.read(1)[0]",
    "",
    "def serial_send(text):",
    "    sys.stdout.write(text)",
  ],
};

const FROM: ReadonlyArray<readonly [module: string, names: readonly string[]]> = [
  ["machine", ["ADC", "PWM", "Pin"]],
  ["micropython", ["const"]],
  ["time", ["sleep_ms", "sleep_us", "ticks_add", "ticks_diff", "ticks_ms", "ticks_us"]],
];

/** What is taken from the board's modules: just what the program uses. */
export function imports(text: string): string[] {
  const uses = (name: string) => new RegExp(`\\b${name}\\b`).test(text.replace(/#.*$/gm, ""));
  const whole = ["select", "sys"].filter((name) => uses(`${name}\\.`));
  const machine = uses("time_pulse_us") ? ["time_pulse_us"] : [];
  return [
    ...(whole.length > 0 ? [`import ${whole.join(", ")}`] : []),
    ...FROM.flatMap(([module, names]) => {
      const used = [...names.filter(uses), ...(module === "machine" ? machine : [])];
      return used.length > 0 ? [`from ${module} import ${used.join(", ")}`] : [];
    }),
  ];
}
