/** Words a sketch has of its own, and those its languages keep for themselves. */
const TAKEN = new Set(
  `auto bool break byte case char class const continue default delay delete do double else enum extern false float for goto
  if inline int long loop micros millis namespace new operator private protected public random register return setup short
  signed sizeof slot state static struct switch template this throw tone true try typedef union unsigned using virtual void
  volatile while word at codes drawn pattern face turn redraw shown extras blinkedOff blinkedAt faceSince abs min max round
  map bit pressed rest value first width least minus digits place digit frame due now time length across offset steppedAt ran column x bits count decimals line lineLength lineCut lineAt lineAfter given isNumber got letter taken nth serial scanned faceHeld closed carry handed show logic final unique priority type var string clock lines levels to second wanted sum sample scaled found looked from check draw watch darken
  keptPlace keptCount keptAt turnedAt below last changed rested darkened lightStep stepMs
  always assign begin buf casex casez cmos deassign disable edge end endcase endfunction endmodule endtask event force forever
  fork function generate genvar highz0 highz1 initial inout input integer join localparam medium module nand negedge nor not
  output parameter posedge primitive pull0 pull1 pulldown pullup real realtime reg release repeat scalared specify specparam
  strong0 strong1 supply0 supply1 table task tri tri0 tri1 triand trior trireg vectored wait wand weak0 weak1 wire wor xnor
  xor and or`.split(/\s+/),
);

/** How routines are called: by a verb and what it is done to; and what is there once for each event. */
const CALLED =
  /^((begin|take|write|note|set|read|put|send|show|scan|tick|watch|keep|choose|switch|end|find|do|run|turn|pull|let)[A-Z]|(held|holds)\d)/;

/** A value's name as a variable of the program: its own, unless a language or the program needs that one. */
export const variableOf = (name: string): string =>
  TAKEN.has(name) || CALLED.test(name) ? `${name}Value` : name;

/** A name behind another one: `left` and `running` make `leftRunning`. */
export const joined = (name: string, more: string): string => name + more[0]!.toUpperCase() + more.slice(1);

/** A name for a routine: `tick` and `left` make `tickLeft`. */
export const routineFor = (verb: string, name: string): string => joined(verb, name);

/** A unit as a variable: `SW1` makes `sw1`. */
export const unitName = (ref: string): string => ref.toLowerCase();

/** A constant for the line of a unit. */
export const lineConstant = (ref: string): string => `${ref.toUpperCase()}_LINE`;
