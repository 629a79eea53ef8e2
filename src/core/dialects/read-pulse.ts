/**
 * How long a line stays high, in microseconds, as a function of C on readLine() and usNow(); 0 where it has not come and
 * gone within the patience.
 */
export const READ_PULSE = [
  "uint32_t readPulse(uint8_t line, uint32_t patience) {",
  "  uint32_t from = usNow();",
  "  while (!readLine(line)) if (usNow() - from > patience) return 0;",
  "  uint32_t rose = usNow();",
  "  while (readLine(line)) if (usNow() - from > patience) return 0;",
  "  return usNow() - rose;",
  "}",
] as const;
