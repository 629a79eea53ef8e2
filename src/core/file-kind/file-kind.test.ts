import { fileKindOf, type FileKind } from ".";

test.each<[name: string, head: string, kind: FileKind | undefined]>([
  ["river.pip.json", '{"version": 2', "rig"],
  ["no-ending", '\n {"version": 2', "rig"],
  ["all.zip", "PK\u0003\u0004....", "backup"],
  ["renamed.txt", "PK\u0003\u0004....", "backup"],
  ["run.vcd", "$date today $end\n$timescale 1 us $end", "capture"],
  ["levels.csv", "Time [s],D0,D1\n0,1,0", "capture"],
  ["levels.txt", "time,clk,dat\n0,1,0", "capture"],
  ["bold.bdf", "STARTFONT 2.1\n", "font"],
  ["oar.png", "\u0089PNG\r\n", "picture"],
  ["oar.gif", "GIF89a", "picture"],
  ["oar.pbm", "P1\n8 8\n", "picture"],
  ["a.hex", ":100000000C945C000C946E000C946E000C946E00CA\n", "firmware"],
  ["program", "\u007fELF\u0001", "firmware"],
  ["font.h", "const uint8_t FONT[] = {0x3F};", "table"],
  ["bytes.txt", "0x3F, 0x06, 0x5B", "table"],
  ["holiday.mp4", "....ftyp", undefined],
])("%s beginning with %j is %s", (name, head, kind) => {
  expect(fileKindOf(name, head)).toBe(kind);
});
