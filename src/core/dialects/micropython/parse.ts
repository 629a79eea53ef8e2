import type { Width } from "../../program";
import type { CCode, CDeclaration, CExpression, CRoutine, CStatement, CType } from "./code";

interface Token {
  readonly text: string;
  readonly line: number;
}

const TOKEN =
  /\s+|"(?:[^"\\]|\\.)*"|Serial\.\w+|\w+|<<=|>>=|\+\+|--|<<|>>|<=|>=|==|!=|&&|\|\||[-+*/%&|^]=|[-+*/%&|^<>=!?:;,(){}[\]]/y;

const WIDTHS: Readonly<Record<string, Width>> = {
  uint8_t: "u8",
  char: "u8",
  uint16_t: "u16",
  uint32_t: "u32",
  uintptr_t: "u32",
  int8_t: "i8",
  int16_t: "i16",
  int32_t: "i32",
  long: "i32",
};

/** How tightly operators hold, as C has it. */
const HOLDS: readonly (readonly string[])[] = [
  ["||"],
  ["&&"],
  ["|"],
  ["^"],
  ["&"],
  ["==", "!="],
  ["<", "<=", ">", ">="],
  ["<<", ">>"],
  ["+", "-"],
  ["*", "/", "%"],
];

/** Words that say where something is kept, and nothing about what it is. */
const KEPT = new Set(["PROGMEM", "IRAM_ATTR"]);

/** Reads the C of a sketch. @throws where it has what the printers do not write */
export function parseC(lines: readonly string[]): CCode {
  const { tokens, comments } = tokensOf(lines);
  const reader = new Reader(tokens);
  const variables: (CDeclaration & { line: number; ends: number })[] = [];
  const routines: CRoutine[] = [];
  while (!reader.ended) {
    const one = reader.outermost();
    if ("body" in one) routines.push(one);
    else variables.push(one);
  }
  return { variables, routines, comments };
}

function tokensOf(lines: readonly string[]) {
  const tokens: Token[] = [];
  const comments = new Map<number, { text: string; alone: boolean }>();
  lines.forEach((whole, line) => {
    if (whole.startsWith("#")) return;
    for (TOKEN.lastIndex = 0; TOKEN.lastIndex < whole.length;) {
      const at = TOKEN.lastIndex;
      if (whole.startsWith("//", at)) {
        comments.set(line, { text: whole.slice(at + 2), alone: whole.slice(0, at).trim() === "" });
        return;
      }
      const text = TOKEN.exec(whole)?.[0];
      if (text === undefined) throw new Error(`line ${line + 1}, ${whole.slice(at, at + 20)}: not known`);
      if (text.trim() !== "" && !KEPT.has(text)) tokens.push({ text, line });
    }
  });
  return { tokens, comments };
}

class Reader {
  private at = 0;

  constructor(private readonly tokens: readonly Token[]) {}

  get ended(): boolean {
    return this.at >= this.tokens.length;
  }

  private get text(): string {
    return this.tokens[this.at]?.text ?? "";
  }

  private get line(): number {
    return this.tokens[Math.min(this.at, this.tokens.length - 1)]!.line;
  }

  /** The line of the token before. */
  private get endedAt(): number {
    return this.tokens[this.at - 1]!.line;
  }

  private take(wanted?: string): string {
    const { text } = this;
    if (text === "" || (wanted !== undefined && text !== wanted))
      throw new Error(`line ${this.line + 1}: “${text}” where ${wanted ?? "more"} should stand`);
    this.at++;
    return text;
  }

  private takes(text: string): boolean {
    if (this.text !== text) return false;
    this.at++;
    return true;
  }

  private get isType(): boolean {
    return /^(const|static|volatile|unsigned|void)$/.test(this.text) || this.text in WIDTHS;
  }

  /** A type in its words, with those before it. */
  private type(): { type: CType | undefined; isConstant: boolean; isStatic: boolean } {
    let [isConstant, isStatic, unsigned] = [false, false, false];
    for (;;) {
      if (this.takes("const")) isConstant = true;
      else if (this.takes("static")) isStatic = true;
      else if (this.takes("unsigned")) unsigned = true;
      else if (!this.takes("volatile")) break;
    }
    if (this.takes("void")) return { type: undefined, isConstant, isStatic };
    const width = WIDTHS[this.take()];
    if (!width) throw new Error(`line ${this.line + 1}: no type is called ${this.tokens[this.at - 1]!.text}`);
    const pointer = this.takes("*");
    return { type: { width: unsigned ? "u32" : width, pointer }, isConstant, isStatic };
  }

  outermost(): (CDeclaration & { line: number; ends: number }) | CRoutine {
    const { line, at } = this;
    const { type } = this.type();
    const name = this.take();
    if (this.text !== "(") {
      this.at = at;
      return this.declaration();
    }
    this.take("(");
    const given: { name: string; type: CType }[] = [];
    while (!this.takes(")")) {
      const { type: one } = this.type();
      if (one) given.push({ name: this.take(), type: one });
      this.takes(",");
    }
    const body = this.body();
    return { name, ...(type ? { result: type } : {}), given, body, line, ends: this.endedAt };
  }

  private declaration(): CDeclaration & { line: number; ends: number } {
    const { line } = this;
    const { type, isConstant, isStatic } = this.type();
    const name = this.take();
    const sizes: (CExpression | undefined)[] = [];
    while (this.takes("[")) {
      sizes.push(this.text === "]" ? undefined : this.expression());
      this.take("]");
    }
    const value = this.takes("=") ? this.expression() : undefined;
    this.take(";");
    return {
      do: "declare",
      name,
      type: type!,
      isConstant,
      isStatic,
      ...(sizes.length > 0 ? { sizes } : {}),
      ...(value ? { value } : {}),
      line,
      ends: this.endedAt,
    };
  }

  private body(): CStatement[] {
    if (!this.takes("{")) return [this.statement()];
    const body: CStatement[] = [];
    while (!this.takes("}")) body.push(this.statement());
    return body;
  }

  private statement(): CStatement {
    const { line } = this;
    if (this.isType) return this.declaration();
    if (this.takes("if")) {
      const condition = this.bracketed();
      const then = this.body();
      const otherwise = this.takes("else") ? this.body() : undefined;
      return { do: "if", condition, then, ...(otherwise ? { otherwise } : {}), line, ends: this.endedAt };
    }
    if (this.takes("while")) {
      const condition = this.bracketed();
      return { do: "while", condition, body: this.body(), line, ends: line };
    }
    if (this.takes("for")) return this.counted(line);
    if (this.takes("return")) {
      const value = this.text === ";" ? undefined : this.expression();
      this.take(";");
      return { do: "return", ...(value ? { value } : {}), line, ends: this.endedAt };
    }
    const simple = this.simple();
    this.take(";");
    return { ...simple, ends: this.endedAt };
  }

  private counted(line: number): CStatement {
    this.take("(");
    const first = this.isType ? this.declaration() : this.simple();
    if (first.do !== "declare") this.take(";");
    const condition = this.expression();
    this.take(";");
    const steps: CStatement[] = [];
    do steps.push(this.simple());
    while (this.takes(","));
    this.take(")");
    const ends = this.endedAt;
    return { do: "for", first, condition, steps, body: this.body(), line, ends };
  }

  /** A statement in one expression, without its end. */
  private simple(): CStatement {
    const { line } = this;
    const target = this.expression();
    const place = { line, ends: line };
    if (/^([-+*/%&|^]|<<|>>)?=$/.test(this.text)) {
      const operator = this.take();
      return { do: "assign", operator, target, value: this.expression(), ...place };
    }
    return target.is === "next"
      ? {
          do: "assign",
          operator: "+=",
          target: target.of,
          value: { is: "number", text: "1", value: 1 },
          ...place,
        }
      : { do: "expression", of: target, ...place };
  }

  private bracketed(): CExpression {
    this.take("(");
    const inside = this.expression();
    this.take(")");
    return inside;
  }

  private expression(): CExpression {
    if (this.text === "{") return this.list();
    const condition = this.binary(0);
    if (!this.takes("?")) return condition;
    const then = this.expression();
    this.take(":");
    return { is: "either", condition, then, otherwise: this.expression() };
  }

  private list(): CExpression {
    this.take("{");
    const items: CExpression[] = [];
    const lines: number[] = [];
    while (!this.takes("}")) {
      lines.push(this.line);
      items.push(this.expression());
      this.takes(",");
    }
    return { is: "list", items, lines, ends: this.endedAt };
  }

  private binary(level: number): CExpression {
    if (level === HOLDS.length) return this.prefixed();
    let left = this.binary(level + 1);
    while (HOLDS[level]!.includes(this.text)) {
      const operator = this.take();
      left = { is: "binary", operator, left, right: this.binary(level + 1) };
    }
    return left;
  }

  private prefixed(): CExpression {
    if (/^[-!*&]$/.test(this.text)) {
      const operator = this.take() as "-" | "!" | "*" | "&";
      return { is: "prefix", operator, of: this.prefixed() };
    }
    if (this.text === "(" && this.isTypeAt(this.at + 1)) {
      this.take("(");
      const { type } = this.type();
      this.take(")");
      return { is: "cast", type: type!, of: this.prefixed() };
    }
    return this.behind(this.atom());
  }

  private isTypeAt(at: number): boolean {
    const text = this.tokens[at]?.text ?? "";
    return text === "const" || text === "unsigned" || text in WIDTHS;
  }

  private atom(): CExpression {
    if (this.text === "(") return this.bracketed();
    const text = this.take();
    if (text.startsWith('"')) return { is: "text", text };
    if (/^\d/.test(text)) {
      const digits = text.replace(/U?L$/, "");
      return { is: "number", text: digits, value: Number(digits) };
    }
    if (text === "sizeof") return { is: "size", of: this.bracketed() };
    return { is: "name", name: text };
  }

  private behind(of: CExpression): CExpression {
    for (;;) {
      if (this.takes("[")) {
        of = { is: "index", of, at: this.expression() };
        this.take("]");
      } else if (this.text === "(" && of.is === "name") {
        this.take("(");
        const given: CExpression[] = [];
        while (!this.takes(")")) {
          given.push(this.expression());
          this.takes(",");
        }
        of = { is: "call", name: of.name, given };
      } else if (this.text === "++") {
        this.take();
        of = { is: "next", of };
      } else return of;
    }
  }
}
