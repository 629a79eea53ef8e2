import { buildC } from "./fixtures/build";
import { changesOf, runAlone, type Mcu } from "./fixtures/alone";
import { runNative, type FromOutside } from "./fixtures/native";

jest.setTimeout(300_000);

const HEAD =
  "#include <avr/io.h>\n#include <avr/interrupt.h>\n#include <avr/eeprom.h>\n#include <avr/wdt.h>\n#include <avr/sleep.h>\n#include <util/delay.h>\n";

interface Case {
  readonly what: string;
  readonly code: string;
  readonly pins: readonly string[];
  readonly seconds: number;
  readonly mcu?: Mcu;
  readonly hertz?: number;
  readonly outside?: readonly FromOutside[];
  /** µs the edges may lie apart; a clock more or less in an interrupt adds up where code counts by itself. */
  readonly apart: number;
  readonly least: number;
}

const ms = (time: number) => time * 16_000;

const CASES: readonly Case[] = [
  {
    what: "delays by counting",
    code: "int main(void) { DDRB = 0x0f; for (;;) { PORTB ^= 1; _delay_us(37); PORTB ^= 2; _delay_ms(1.5); PORTB ^= 4; } }",
    pins: ["B0", "B1", "B2"],
    seconds: 0.2,
    apart: 0.2,
    least: 100,
  },
  {
    what: "a compare timer that interrupts",
    code: "ISR(TIMER1_COMPA_vect) { PORTD ^= 4; } int main(void) { DDRD = 4; TCCR1B = _BV(WGM12) | _BV(CS11); OCR1A = 999; TIMSK1 = _BV(OCIE1A); sei(); for (;;); }",
    pins: ["D2"],
    seconds: 0.3,
    apart: 1.5,
    least: 500,
  },
  {
    what: "two interrupts and an overflow",
    code: "volatile uint8_t n; ISR(TIMER0_OVF_vect) { PORTB ^= 1; } ISR(TIMER0_COMPB_vect) { PORTB ^= 2; } ISR(TIMER2_COMPA_vect) { if (++n % 5 == 0) PORTB ^= 4; } int main(void) { DDRB = 7; TCCR0B = _BV(CS01); OCR0B = 77; TIMSK0 = _BV(TOIE0) | _BV(OCIE0B); TCCR2A = _BV(WGM21); TCCR2B = _BV(CS22); OCR2A = 123; TIMSK2 = _BV(OCIE2A); sei(); for (;;); }",
    pins: ["B0", "B1", "B2"],
    seconds: 0.1,
    // Interrupts that wait for each other wait those clocks as well.
    apart: 8,
    least: 40,
  },
  {
    what: "compare values moved on in free-running mode",
    code: "ISR(TIMER1_COMPA_vect) { OCR1A += 1234; PORTB ^= 1; } ISR(TIMER1_COMPB_vect) { OCR1B += 4321; PORTB ^= 4; } int main(void) { DDRB = 5; OCR1A = 100; OCR1B = 200; TCCR1B = _BV(CS11); TIMSK1 = _BV(OCIE1A) | _BV(OCIE1B); sei(); for (;;); }",
    pins: ["B0", "B2"],
    seconds: 0.2,
    apart: 4,
    least: 80,
  },
  {
    what: "a pin that changes, by interrupt",
    code: "ISR(PCINT2_vect) { if (PIND & 8) PORTB |= 1; else PORTB &= ~1; } ISR(INT0_vect) { PORTB ^= 2; } int main(void) { DDRB = 3; PORTD = 0x0c; PCICR = _BV(PCIE2); PCMSK2 = _BV(3); EICRA = _BV(ISC01); EIMSK = 1; sei(); for (;;); }",
    pins: ["B0", "B1"],
    seconds: 0.05,
    outside: [
      { at: 0, pin: "D3", level: 1 },
      { at: 0, pin: "D2", level: 1 },
      { at: ms(5), pin: "D3", level: 0 },
      { at: ms(7), pin: "D3", level: 1 },
      { at: ms(9), pin: "D2", level: 0 },
      { at: ms(11), pin: "D2", level: 1 },
      { at: ms(13), pin: "D2", level: 0 },
    ],
    apart: 2,
    least: 1,
  },
  {
    what: "the converter, polled",
    code: "int main(void) { DDRB = 0x3f; ADMUX = _BV(REFS0) | 2; ADCSRA = _BV(ADEN) | 7; for (;;) { ADCSRA |= _BV(ADSC); while (ADCSRA & _BV(ADSC)); uint16_t v = ADC; PORTB = (v >> 4) & 0x3f; _delay_ms(1); } }",
    pins: ["B0", "B1", "B2", "B3", "B4", "B5"],
    seconds: 0.05,
    outside: [
      { at: 0, channel: 2, millivolts: 1000 },
      { at: ms(10), channel: 2, millivolts: 2750 },
      { at: ms(20), channel: 2, millivolts: 4900 },
    ],
    // A conversion takes 13 clocks of 8 µs; when the next begins hangs on where the one before was.
    apart: 250,
    least: 1,
  },
  {
    what: "the 14-leg chip, a timer and a count",
    code: "ISR(TIM0_COMPA_vect) { PORTA ^= 1; } int main(void) { DDRA = 3; TCCR0A = _BV(WGM01); TCCR0B = _BV(CS01); OCR0A = 199; TIMSK0 = _BV(OCIE0A); sei(); for (;;) { PORTA ^= 2; _delay_ms(3); } }",
    pins: ["A0", "A1"],
    seconds: 0.1,
    mcu: "attiny84",
    hertz: 8e6,
    // What counts by itself loses four clocks to every interrupt; the native simulator takes none for it.
    apart: 1200,
    least: 25,
  },
  {
    what: "the chip with 70 lines, a wide timer and a far port",
    code: "ISR(TIMER4_COMPA_vect) { PORTL ^= 1; } int main(void) { DDRL = 1; DDRH = 0x40; TCCR4B = _BV(WGM42) | _BV(CS41); OCR4A = 4999; TIMSK4 = _BV(OCIE4A); sei(); for (;;) { PORTH ^= 0x40; _delay_us(731); } }",
    pins: ["L0", "H6"],
    seconds: 0.1,
    mcu: "atmega2560",
    apart: 60,
    least: 30,
  },
];

test.each(CASES)(
  "$what: the same edges as on a native simulator",
  ({ code, pins, seconds, mcu = "atmega328p", hertz = 16e6, outside = [], apart, least }) => {
    const built = buildC(HEAD + code, mcu, hertz);
    const clocks = seconds * hertz;
    const here = runAlone(built, clocks, { mcu, hertz }, outside);
    const there = runNative(built, clocks, { mcu, hertz }, outside);
    for (const pin of pins) {
      const [mine, theirs] = [changesOf(here.changes, pin), changesOf(there.changes, pin)];
      expect(Math.abs(mine.length - theirs.length)).toBeLessThanOrEqual(1);
      expect(theirs.length + mine.length).toBeGreaterThanOrEqual(pin === pins[0] ? 2 * least : 0);
      theirs.slice(0, mine.length).forEach((one, nth) => {
        const other = mine[nth]!;
        expect({ pin, nth, level: other.level }).toEqual({ pin, nth, level: one.level });
        const off = Math.abs(other.at - one.at) / (hertz / 1e6);
        expect({ pin, nth, at: one.at, near: off <= apart || off }).toEqual({
          pin,
          nth,
          at: one.at,
          near: true,
        });
      });
    }
  },
);

test("a byte of kept memory takes its 3.4 ms to be written, and is there afterwards", () => {
  const built = buildC(
    `${HEAD}int main(void) { DDRB = 3; for (uint8_t n = 0;; n++) { PORTB |= 2; eeprom_update_byte((uint8_t *)5, n); eeprom_busy_wait(); PORTB &= ~2; if (eeprom_read_byte((const uint8_t *)5) == n) PORTB ^= 1; _delay_ms(2); } }`,
  );
  const { changes, machine } = runAlone(built, ms(200));
  const writes = changesOf(changes, "B1");
  expect((writes[1]!.at - writes[0]!.at) / 16_000).toBeCloseTo(3.6, 1);
  expect(changesOf(changes, "B0").length).toBeGreaterThan(30);
  // Cut off in the middle of a write, the cell is erased and no more.
  const left = machine.left();
  expect([255, changesOf(changes, "B0").length - 1]).toContain(left[5]);
});

test("the serial line: what is sent comes out, what comes in is answered", () => {
  const built = buildC(
    `${HEAD}int main(void) { UBRR0 = 103; UCSR0B = _BV(RXEN0) | _BV(TXEN0); for (const char *t = "ready "; *t; t++) { while (!(UCSR0A & _BV(UDRE0))); UDR0 = *t; } for (;;) if (UCSR0A & _BV(RXC0)) { uint8_t c = UDR0; while (!(UCSR0A & _BV(UDRE0))); UDR0 = c + 1; } }`,
  );
  const bytes = [..."ABC"].map((one, nth) => ({ at: ms(30 + 5 * nth), byte: one.charCodeAt(0) }));
  expect(runAlone(built, ms(80), {}, bytes).sent).toBe("ready BCD");
  expect(runNative(built, ms(80), {}, bytes).sent).toBe("ready BCD");
});

/** The byte a mode, an order and edges of clock and data carry. */
const shifted = (changes: ReturnType<typeof runAlone>["changes"], rising: boolean, lowestFirst: boolean) => {
  let data = 0;
  let value = 0;
  let count = 0;
  for (const { pin, level } of changes) {
    if (pin === "B3") data = level;
    if (pin === "B5" && level === (rising ? 1 : 0) && count < 8) {
      value |= data << (lowestFirst ? count : 7 - count);
      count += 1;
    }
  }
  return { value, count };
};

test.each([
  ["mode 0", "0", true, false],
  ["mode 0, lowest bit first", "_BV(DORD)", true, true],
  ["mode 1", "_BV(CPHA)", false, false],
  ["mode 2", "_BV(CPOL)", false, false],
  ["mode 3", "_BV(CPOL) | _BV(CPHA)", true, false],
])("the serial unit in %s puts its bits on the lines", (_, bits, rising, lowestFirst) => {
  const built = buildC(
    `${HEAD}int main(void) { DDRB = _BV(2) | _BV(3) | _BV(5); SPCR = _BV(SPE) | _BV(MSTR) | _BV(SPR0) | ${bits}; PORTB |= 1; SPDR = 0xa7; while (!(SPSR & _BV(SPIF))); DDRB |= 1; for (;;); }`,
  );
  const { changes } = runAlone(built, ms(2));
  // Levels the lines take as the unit is turned on are no bits.
  const idle = bits.includes("CPOL") ? 1 : 0;
  const from = changes.findIndex(({ pin, level }) => pin === "B5" && level === idle);
  const first = changes.findIndex(({ pin, level }, nth) => nth >= from && pin === "B5" && level !== idle);
  const before = changes.slice(0, first).filter(({ pin }) => pin === "B3");
  expect(shifted([...before.slice(-1), ...changes.slice(first)], rising, lowestFirst)).toEqual({
    value: 0xa7,
    count: 8,
  });
});

test("it sleeps until it is woken, and then goes on behind the sleep", () => {
  const built = buildC(
    `${HEAD}ISR(INT0_vect) {} int main(void) { DDRB = 1; PORTD = 4; EICRA = _BV(ISC01); EIMSK = 1; set_sleep_mode(SLEEP_MODE_PWR_DOWN); sei(); for (;;) { sleep_mode(); PORTB ^= 1; } }`,
  );
  const presses = [10, 30, 70].flatMap((at): FromOutside[] => [
    { at: ms(at), pin: "D2", level: 0 },
    { at: ms(at + 5), pin: "D2", level: 1 },
  ]);
  const { changes } = runAlone(built, ms(100), {}, [{ at: 0, pin: "D2", level: 1 }, ...presses]);
  expect(changesOf(changes, "B0").map(({ at }) => Math.round(at / 16_000))).toEqual([10, 30, 70]);
});

test("a watchdog that is not seen to begins the program anew, RAM as it was", () => {
  const built = buildC(
    `${HEAD}uint8_t starts __attribute__((section(".noinit"))); int main(void) { uint8_t why = MCUSR; MCUSR = 0; wdt_disable(); DDRB = 3; if (why & _BV(PORF)) starts = 0; starts++; if (starts > 2) { PORTB |= 2; for (;;); } PORTB |= 1; wdt_enable(WDTO_15MS); for (;;); }`,
  );
  const { changes, machine } = runAlone(built, ms(100));
  expect(changesOf(changes, "B1")).toHaveLength(1);
  // 16 ms each: 2,048 clocks of 128 kHz.
  expect(changesOf(changes, "B1")[0]!.at / 16_000).toBeGreaterThan(32);
  expect(changesOf(changes, "B1")[0]!.at / 16_000).toBeLessThan(34);
  expect(machine.cpu.pc).toBeGreaterThan(0);
});

test("time in interrupts is added up by interrupt", () => {
  const built = buildC(
    `${HEAD}ISR(TIMER1_COMPA_vect) { _delay_us(100); } int main(void) { TCCR1B = _BV(WGM12) | _BV(CS10); OCR1A = 15999; TIMSK1 = _BV(OCIE1A); sei(); for (;;); }`,
  );
  const { machine } = runAlone(built, ms(101));
  const spent = machine.inInterrupts[machine.chip.vectors.indexOf("TIMER1_COMPA")]!;
  expect(spent.count).toBeGreaterThanOrEqual(99);
  expect(spent.clocks / machine.cpu.cycles).toBeGreaterThan(0.1);
  expect(spent.clocks / machine.cpu.cycles).toBeLessThan(0.11);
});
