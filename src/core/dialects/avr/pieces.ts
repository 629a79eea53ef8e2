import type { PlainCall } from "../calls";
import { READ_PULSE } from "../read-pulse";
import type { AvrTarget } from "./ports";

/** Lines that belong together, and what they need before them. */
export interface Piece {
  readonly needs: readonly PieceName[];
  readonly code: (target: AvrTarget) => readonly string[];
}
export type PieceName = PlainCall | "lines" | "clock" | "letLineGo";

const cases = (lines: readonly string[], of: (place: string) => string): string[] => {
  const byValue = new Map<string, number[]>();
  lines.forEach((place, line) => byValue.set(of(place), [...(byValue.get(of(place)) ?? []), line]));
  return [...byValue].map(
    ([value, numbers]) => `    ${numbers.map((line) => `case ${line}:`).join(" ")} return ${value};`,
  );
};

/** What a program in plain C calls, on the registers of the 8-bit controllers, by their sheets' names. */
export const PIECES: Readonly<Record<PieceName, Piece>> = {
  lines: {
    needs: [],
    code: ({ lines, firstAnalogue }) => [
      ...(firstAnalogue === undefined
        ? []
        : [
            `enum { ${Array.from({ length: lines.length - firstAnalogue }, (_, nth) => `A${nth}${nth === 0 ? ` = ${firstAnalogue}` : ""}`).join(", ")} };`,
            "",
          ]),
      "// A line's port register and its bit. Where the line is fixed the compiler knows both: one instruction is left.",
      "#define FIXED static inline __attribute__((always_inline))",
      "FIXED volatile uint8_t *lineOutput(uint8_t line) {",
      "  switch (line) {",
      ...cases(lines, (place) => `&PORT${place[0]}`),
      "  }",
      "  return &PORTB;",
      "}",
      "FIXED uint8_t lineBit(uint8_t line) {",
      "  switch (line) {",
      ...cases(lines, (place) => String(1 << Number(place[1]))),
      "  }",
      "  return 0;",
      "}",
      "// DDR and PIN stand before PORT. Only registers up to 0x3f are changed by one instruction that nothing can interrupt.",
      "FIXED void changeBit(volatile uint8_t *place, uint8_t bit, uint8_t on) {",
      "  uint8_t before = SREG;",
      "  if ((uint16_t)place > 0x3f || !__builtin_constant_p(bit)) cli();",
      "  if (on) *place |= bit;",
      "  else *place &= (uint8_t)~bit;",
      "  if ((uint16_t)place > 0x3f || !__builtin_constant_p(bit)) SREG = before;",
      "}",
    ],
  },
  setLine: {
    needs: ["lines"],
    code: () => [
      "FIXED void setFixed(uint8_t line, uint8_t level) { changeBit(lineOutput(line), lineBit(line), level); }",
      "void setAny(uint8_t line, uint8_t level) { setFixed(line, level); }",
      "#define setLine(line, level) (__builtin_constant_p(line) ? setFixed(line, level) : setAny(line, level))",
    ],
  },
  readLine: {
    needs: ["lines"],
    code: () => [
      "static uint8_t readLine(uint8_t line) { return (lineOutput(line)[-2] & lineBit(line)) != 0; }",
    ],
  },
  makeOutput: {
    needs: ["lines"],
    code: () => [
      "static void makeOutput(uint8_t line) { changeBit(lineOutput(line) - 1, lineBit(line), 1); }",
    ],
  },
  letGo: {
    needs: ["letLineGo"],
    code: () => [],
  },
  letLineGo: {
    needs: ["lines"],
    code: () => [
      "static void letLineGo(uint8_t line) {",
      "  changeBit(lineOutput(line) - 1, lineBit(line), 0);",
      "  changeBit(lineOutput(line), lineBit(line), 0);",
      "}",
    ],
  },
  pullUp: {
    needs: ["lines"],
    code: () => [
      "static void pullUp(uint8_t line) {",
      "  changeBit(lineOutput(line) - 1, lineBit(line), 0);",
      "  changeBit(lineOutput(line), lineBit(line), 1);",
      "}",
    ],
  },
  shiftByte: {
    needs: ["setLine"],
    code: () => [
      "static void shiftByte(uint8_t data, uint8_t clock, uint8_t highestFirst, uint8_t value) {",
      "  for (uint8_t count = 0; count < 8; count++) {",
      "    setLine(data, highestFirst ? value >> 7 : value & 1);",
      "    if (highestFirst) value <<= 1;",
      "    else value >>= 1;",
      "    setLine(clock, 1);",
      "    setLine(clock, 0);",
      "  }",
      "}",
    ],
  },
  spiBegin: {
    needs: [],
    code: ({ mcu }) => [
      "// The unit sends on its own lines, a bit every four clocks. Its select line has to be an output meanwhile.",
      "static void spiBegin(uint8_t lowestFirst) {",
      mcu === "atmega2560" ? "  DDRB |= _BV(DDB0);" : "  DDRB |= _BV(DDB2);",
      "  SPCR = _BV(SPE) | _BV(MSTR) | (lowestFirst ? _BV(DORD) : 0);",
      "}",
    ],
  },
  spiSend: {
    needs: ["spiBegin"],
    code: () => [
      "static void spiSend(uint8_t value) {",
      "  SPDR = value;",
      "  while (!(SPSR & _BV(SPIF)));",
      "}",
    ],
  },
  twiBegin: {
    needs: [],
    code: () => [
      "// 100,000 bits a second, from resistors outside that pull the lines up.",
      "static void twiBegin(void) {",
      "  TWSR = 0;",
      "  TWBR = (uint8_t)((F_CPU / 100000UL - 16) / 2);",
      "}",
    ],
  },
  twiSend: {
    needs: ["twiBegin"],
    code: () => [
      "// Start, the bytes, stop. What answers nothing is left alone.",
      "static void twiDo(uint8_t what) {",
      "  TWCR = _BV(TWINT) | _BV(TWEN) | what;",
      "  while (!(TWCR & _BV(TWINT)));",
      "}",
      "static void twiSend(const uint8_t *bytes, uint8_t length) {",
      "  twiDo(_BV(TWSTA));",
      "  for (uint8_t at = 0; at < length; at++) {",
      "    TWDR = bytes[at];",
      "    twiDo(0);",
      "    // 0x18 and 0x28: the chip has answered.",
      "    if ((TWSR & 0xF8) != 0x18 && (TWSR & 0xF8) != 0x28) break;",
      "  }",
      "  TWCR = _BV(TWINT) | _BV(TWEN) | _BV(TWSTO);",
      "  while (TWCR & _BV(TWSTO));",
      "}",
    ],
  },
  waitUs: {
    needs: [],
    code: () => [
      "// Four clocks a turn; as long as 16 bits of turns last.",
      "static void waitUs(uint16_t us) {",
      "  if (us > 0) _delay_loop_2((uint16_t)(us * (F_CPU / 4000000UL)));",
      "}",
    ],
  },
  clock: {
    needs: [],
    code: ({ vector }) => [
      "// Timer 0 counts every 64 clocks; its overflows carry the time on.",
      "#define COUNT_US (64000000UL / F_CPU)",
      "#define OVERFLOW_US (256 * COUNT_US)",
      "static volatile uint32_t overflows, passedMs;",
      `ISR(${vector("TIMER0_OVF")}) {`,
      "  static uint16_t rest = 0;",
      "  rest += OVERFLOW_US % 1000;",
      "  passedMs += OVERFLOW_US / 1000;",
      "  if (rest >= 1000) {",
      "    rest -= 1000;",
      "    passedMs++;",
      "  }",
      "  overflows++;",
      "}",
      "static void startClock(void) {",
      "  TCCR0B = _BV(CS01) | _BV(CS00);",
      "  TIMSK0 |= _BV(TOIE0);",
      "}",
    ],
  },
  msNow: {
    needs: ["clock"],
    code: () => [
      "static uint32_t msNow(void) {",
      "  uint8_t before = SREG;",
      "  cli();",
      "  uint32_t now = passedMs;",
      "  SREG = before;",
      "  return now;",
      "}",
    ],
  },
  usNow: {
    needs: ["clock"],
    code: () => [
      "static uint32_t usNow(void) {",
      "  uint8_t before = SREG;",
      "  cli();",
      "  uint32_t over = overflows;",
      "  uint8_t count = TCNT0;",
      "  if ((TIFR0 & _BV(TOV0)) && count < 255) over++;",
      "  SREG = before;",
      "  return ((over << 8) + count) * COUNT_US;",
      "}",
    ],
  },
  waitMs: {
    needs: ["usNow"],
    code: () => [
      "static void waitMs(uint32_t ms) {",
      "  uint32_t from = usNow();",
      "  while (ms > 0)",
      "    while (ms > 0 && usNow() - from >= 1000) {",
      "      ms--;",
      "      from += 1000;",
      "    }",
      "}",
    ],
  },
  readConverter: {
    needs: ["lines"],
    code: ({ firstAnalogue = 0, mcu }) => [
      "static uint16_t readConverter(uint8_t line) {",
      `  uint8_t channel = line - ${firstAnalogue};`,
      "  ADMUX = _BV(REFS0) | (channel & 7);",
      ...(mcu === "atmega2560" ? ["  ADCSRB = channel > 7 ? _BV(MUX5) : 0;"] : []),
      "  // Its clock may be 200 kHz at the most: 128 at 16 MHz.",
      "  ADCSRA = _BV(ADEN) | _BV(ADSC) | (F_CPU > 12000000UL ? 7 : 6);",
      "  while (ADCSRA & _BV(ADSC));",
      "  return ADC;",
      "}",
    ],
  },
  readPulse: {
    needs: ["readLine", "usNow"],
    code: () => [`static ${READ_PULSE[0]}`, ...READ_PULSE.slice(1)],
  },
  toneOn: {
    needs: ["lines"],
    code: ({ vector }) => [
      "static volatile uint8_t *toneOutput;",
      "static uint8_t toneBit;",
      `ISR(${vector("TIMER2_COMPA")}) { *toneOutput ^= toneBit; }`,
      "static void toneOn(uint8_t line, uint16_t hertz) {",
      "  toneOutput = lineOutput(line);",
      "  toneBit = lineBit(line);",
      "  TCCR2A = _BV(WGM21);",
      "  TCCR2B = _BV(CS22) | _BV(CS20);  // clock / 128",
      "  OCR2A = (uint8_t)(F_CPU / 256 / hertz - 1);",
      "  TIMSK2 |= _BV(OCIE2A);",
      "}",
    ],
  },
  toneOff: {
    needs: ["toneOn", "setLine"],
    code: () => [
      "static void toneOff(uint8_t line) {",
      "  TIMSK2 &= (uint8_t)~_BV(OCIE2A);",
      "  setLine(line, 0);",
      "}",
    ],
  },
  keptByte: {
    needs: [],
    code: () => ["#define keptByte(at) eeprom_read_byte((const uint8_t *)(uintptr_t)(at))"],
  },
  storeKept: {
    needs: [],
    code: () => ["#define storeKept(at, value) eeprom_update_byte((uint8_t *)(uintptr_t)(at), value)"],
  },
  watchLine: {
    needs: [],
    code: ({ external, vector }) => [
      "static void (*watching[2])(void);",
      ...[...new Set(Object.values(external))].map(
        (nth) => `ISR(${vector(`INT${nth}`)}) { watching[${nth}](); }`,
      ),
      "static void watchLine(uint8_t line, void (*routine)(void)) {",
      `  uint8_t which = ${Object.entries(external)
        .map(([line, nth]) => `line == ${line} ? ${nth} : `)
        .join("")}0;`,
      "  watching[which] = routine;",
      "  // On every change.",
      ...(Object.keys(external).length > 1
        ? [
            "  EICRA = (uint8_t)((EICRA & ~(3 << (2 * which))) | (1 << (2 * which)));",
            "  EIMSK |= (uint8_t)(1 << which);",
          ]
        : ["  MCUCR |= _BV(ISC00);", "  GIMSK |= _BV(INT0);"]),
      "}",
    ],
  },
  serialBegin: {
    needs: [],
    code: ({ vector }) => [
      "// What comes over the serial line waits in a ring of 64 bytes.",
      "static volatile uint8_t received[64], receivedTo, receivedFrom;",
      `ISR(${vector("USART_RX")}) {`,
      "  received[receivedTo] = UDR0;",
      "  receivedTo = (receivedTo + 1) & 63;",
      "}",
      "static void serialBegin(uint32_t baud) {",
      "  UCSR0A = _BV(U2X0);",
      "  UBRR0 = (uint16_t)(F_CPU / 8 / baud - 1);",
      "  UCSR0B = _BV(RXEN0) | _BV(TXEN0) | _BV(RXCIE0);",
      "}",
    ],
  },
  serialWaiting: {
    needs: ["serialBegin"],
    code: () => ["static uint8_t serialWaiting(void) { return (receivedTo - receivedFrom) & 63; }"],
  },
  serialTake: {
    needs: ["serialBegin"],
    code: () => [
      "static uint8_t serialTake(void) {",
      "  uint8_t byte = received[receivedFrom];",
      "  receivedFrom = (receivedFrom + 1) & 63;",
      "  return byte;",
      "}",
    ],
  },
  serialText: {
    needs: ["serialBegin"],
    code: () => [
      "static void serialByte(uint8_t byte) {",
      "  while (!(UCSR0A & _BV(UDRE0)));",
      "  UDR0 = byte;",
      "}",
      "// The text stays in flash.",
      "static void serialFlash(const char *text) {",
      "  for (uint8_t byte = pgm_read_byte(text); byte > 0; byte = pgm_read_byte(++text)) serialByte(byte);",
      "}",
      "#define serialText(text) serialFlash(PSTR(text))",
    ],
  },
  serialNumber: {
    needs: ["serialText"],
    code: () => [
      "static void serialNumber(int32_t number) {",
      "  uint32_t left = number < 0 ? 0 - (uint32_t)number : (uint32_t)number;",
      "  uint8_t digits[10], count = 0;",
      "  if (number < 0) serialByte('-');",
      "  do {",
      "    digits[count++] = '0' + left % 10;",
      "    left /= 10;",
      "  } while (left > 0);",
      "  while (count > 0) serialByte(digits[--count]);",
      "}",
    ],
  },
  holdOff: { needs: [], code: () => [] },
};
