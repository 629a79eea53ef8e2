import { HighlightStyle, StreamLanguage, syntaxHighlighting } from "@codemirror/language";
import { cpp } from "@codemirror/legacy-modes/mode/clike";
import { python } from "@codemirror/legacy-modes/mode/python";
import { verilog } from "@codemirror/legacy-modes/mode/verilog";
import { EditorState, StateEffect, StateField, type Range } from "@codemirror/state";
import { Decoration, EditorView, lineNumbers, type DecorationSet } from "@codemirror/view";
import { tags } from "@lezer/highlight";
import { useEffect, useRef } from "react";
import { sentBits, type RigModel } from "@/core/address";
import type { SketchLine } from "@/core/program";
import { type PipId, digitOf } from "@/core/rig";
import { pickPip, useOpenRig } from "@/store";

const setMarks = StateEffect.define<DecorationSet>();

const marks = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update: (now, transaction) =>
    transaction.effects.reduce((set, effect) => (effect.is(setMarks) ? effect.value : set), now),
  provide: (field) => EditorView.decorations.from(field),
});

const colours = HighlightStyle.define([
  { tag: tags.comment, color: "var(--ink-2)", fontStyle: "normal" },
  { tag: [tags.keyword, tags.modifier, tags.controlKeyword], color: "var(--ink)", fontWeight: "640" },
  { tag: [tags.typeName, tags.standard(tags.typeName)], color: "var(--note)" },
  { tag: tags.number, color: "var(--good)" },
  { tag: tags.function(tags.variableName), color: "var(--caution)" },
]);

const look = EditorView.theme({
  "&": { backgroundColor: "var(--sheet)", color: "var(--ink)", height: "100%", fontSize: "13px" },
  ".cm-scroller": {
    fontFamily: "var(--bs-font-monospace)",
    fontVariationSettings: '"MONO" 1',
    lineHeight: "1.5",
  },
  ".cm-gutters": { backgroundColor: "var(--sheet-2)", color: "var(--ink-2)", border: "none" },
  "&.cm-focused": { outline: "none" },
  ".cm-selectionBackground, ::selection": { backgroundColor: "var(--rule) !important" },
  ".cm-pip-line": { backgroundColor: "var(--accent-wash)" },
  ".cm-pip-bit": {
    color: "var(--accent) !important",
    fontWeight: "700",
    backgroundColor: "var(--accent-wash)",
  },
  ".cm-pip-bit span": { color: "var(--accent) !important" },
});

/** How a text is read. */
const LANGUAGES = {
  c: StreamLanguage.define<unknown>(cpp),
  python: StreamLanguage.define<unknown>(python),
  verilog: StreamLanguage.define<unknown>(verilog),
} as const;

interface Props {
  readonly language: keyof typeof LANGUAGES;
  readonly lines: readonly SketchLine[];
  readonly model: RigModel;
  readonly pick: PipId | undefined;
}

/** The sketch, with the picked pip's wiring line and its bit of every pattern marked; clicking them picks. */
export function SketchView({ language, lines, model, pick }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const latest = useRef({ lines, model });
  useEffect(() => {
    latest.current = { lines, model };
  }, [lines, model]);

  useEffect(() => {
    const made = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        extensions: [
          EditorState.readOnly.of(true),
          EditorView.editable.of(false),
          // The page's policy lets only styles in that carry its nonce.
          EditorView.cspNonce.of(document.querySelector<HTMLScriptElement>("script[nonce]")?.nonce ?? ""),
          EditorView.contentAttributes.of({ "aria-label": "Program", tabindex: "0" }),
          lineNumbers(),
          LANGUAGES[language],
          syntaxHighlighting(colours),
          look,
          marks,
          EditorView.domEventHandlers({
            click: (event, at) => {
              const position = at.posAtCoords({ x: event.clientX, y: event.clientY });
              if (position === null) return;
              const line = at.state.doc.lineAt(position);
              const pip = pipAt(
                latest.current.lines[line.number - 1],
                position - line.from,
                latest.current.model,
              );
              if (pip) pickPip(pip);
            },
          }),
        ],
      }),
    });
    view.current = made;
    return () => made.destroy();
  }, [language]);

  useEffect(() => {
    const text = lines.map((line) => line.text).join("\n");
    const editor = view.current!;
    if (editor.state.doc.toString() !== text) {
      editor.dispatch({
        changes: { from: 0, to: editor.state.doc.length, insert: text },
        effects: setMarks.of(Decoration.none),
      });
    }
    editor.dispatch({ effects: setMarks.of(marksFor(lines, model, pick, editor.state)) });
  }, [language, lines, model, pick]);

  return <div ref={host} className="sketch" />;
}

/** The bit's column in a pattern line, for each byte. */
function columnOf(line: SketchLine, byte: number, bit: number): number | undefined {
  const first = line.bitColumns?.[byte];
  return first === undefined ? undefined : first + 7 - bit;
}

function pipAt(line: SketchLine | undefined, column: number, model: RigModel): PipId | undefined {
  if (!line) return undefined;
  const pips =
    line.pips ?? sentBits(model).find(({ byte, bit }) => columnOf(line, byte, bit) === column)?.reaches ?? [];
  const { pick } = useOpenRig.getState();
  const digit = pick && digitOf(pick);
  return pips.find((pip) => digitOf(pip) === digit) ?? pips[0];
}

function marksFor(
  lines: readonly SketchLine[],
  model: RigModel,
  pick: PipId | undefined,
  state: EditorState,
): DecorationSet {
  const found: Range<Decoration>[] = [];
  const bits = sentBits(model).filter(({ reaches }) => pick !== undefined && reaches.includes(pick));
  lines.forEach((line, at) => {
    const { from } = state.doc.line(at + 1);
    if (pick !== undefined && line.pips?.includes(pick))
      found.push(Decoration.line({ class: "cm-pip-line" }).range(from));
    for (const { byte, bit } of bits) {
      const column = columnOf(line, byte, bit);
      if (column !== undefined)
        found.push(Decoration.mark({ class: "cm-pip-bit" }).range(from + column, from + column + 1));
    }
  });
  return Decoration.set(found, true);
}
