import type { RigModel } from "../../address";
import {
  chipKeys,
  contactLine,
  encoderLines,
  keypadLines,
  type ChipKeyLine,
  type EncoderLines,
  type KeypadLines,
} from "../../inputs";
import { controllerById, type Action, type Control, type Live, type UnitRef } from "../../rig";
import type { Statement } from "../language";
import { contactCode, lineContact, type ContactCode, type ContactSource } from "./contacts";
import { encoderCode } from "./encoder";
import { chipKey, keyCode, keypadKey, type KeyCode } from "./keys";
import type { LiveParts } from "../types";
import type { LiveProblem } from "./problem";

type Read =
  | { readonly encoder: EncoderLines }
  | { readonly source: ContactSource; readonly keypad?: KeypadLines; readonly chip?: ChipKeyLine }
  | { readonly problem: string };

/** Lines in words: a few by their names, many by how many there are. */
const listed = (lines: readonly string[]): string =>
  lines.length > 6 ? `another of its ${lines.length} lines` : `line ${lines.join(", ")}`;

/** How a control's contact is read: on a line of its own, by a chip, or as a key of a keypad. */
function readOf(model: RigModel, unit: UnitRef, key: string | undefined, way: Live["debounce"]["way"]): Read {
  const part = model.rig.units.some(({ ref }) => ref === unit) ? model.part(unit) : undefined;
  if (!part) return { problem: `there is no part ${unit}` };
  if (part.kind === "input" && part.act.by === "keys") {
    if (key === undefined || !part.act.faces.includes(key))
      return { problem: `${unit} has no key ${key ?? "by that name"}: it has ${part.act.faces.join(" ")}` };
    if (controllerById(model.rig.plan.controller).flavour === "logic")
      return {
        problem: `${unit} is scanned row by row, which this description does not do: take buttons, or a controller`,
      };
    const keypad = keypadLines(model, unit);
    return "problem" in keypad ? keypad : { source: keypadKey(unit, part.act.faces, key), keypad };
  }
  if (part.kind === "input" && part.act.by === "steps") {
    const encoder = encoderLines(model, unit);
    return "problem" in encoder ? encoder : { encoder };
  }
  if (part.kind !== "input" || part.act.by !== "contact")
    return { problem: `${unit} is no button, switch, keypad or encoder` };
  const chip = chipKeys(model).find((one) => one.unit === unit);
  if (chip) return { source: chipKey(model, chip), chip };
  const contact = contactLine(model, unit);
  if ("problem" in contact) return contact;
  const { interrupts = [] } = controllerById(model.rig.plan.controller);
  if (way === "interrupt" && !interrupts.includes(contact.line))
    return {
      problem:
        interrupts.length > 0
          ? `line ${contact.line} of ${unit} interrupts nothing: take ${listed(interrupts)}, or another way to read contacts`
          : "no line of this board interrupts a sketch: take another way to read contacts",
    };
  return { source: lineContact(contact) };
}

/** The contacts controls are bound to, each with what it does, and what scanning keys asks for. */
export function contactsOf(
  model: RigModel,
  live: Live,
  does: (action: Action) => readonly Statement[] | undefined,
  undone: (action: Action) => string,
  problems: LiveProblem[],
): {
  readonly contacts: readonly ContactCode[];
  readonly keys: KeyCode;
  readonly read: NonNullable<LiveParts["contacts"]>;
} {
  // In logic nothing is interrupted: everything goes on side by side.
  const logic = controllerById(model.rig.plan.controller).flavour === "logic";
  const debounce: Live["debounce"] =
    logic && live.debounce.way === "interrupt" ? { ...live.debounce, way: "states" } : live.debounce;
  const keypads = new Map<UnitRef, KeypadLines>();
  const chips: ChipKeyLine[] = [];
  const taken: Array<NonNullable<LiveParts["contacts"]>[number]> = [];
  const bound = new Map<string, Control[]>();
  for (const control of live.controls) {
    const at = `${control.unit} ${control.key ?? ""}`;
    bound.set(at, [...(bound.get(at) ?? []), control]);
  }
  const contacts = [...bound.values()].flatMap((own): ContactCode[] => {
    const { unit, key } = own[0]!;
    const say = (says: string, of: Control) =>
      problems.push({ at: "controls", nth: live.controls.indexOf(of), says, unit });
    const read = readOf(model, unit, key, debounce.way);
    if ("problem" in read) {
      own.forEach((control) => say(read.problem, control));
      return [];
    }
    const turns = "encoder" in read;
    if (!turns && read.keypad) keypads.set(unit, read.keypad);
    if (!turns && read.chip) chips.push(read.chip);
    const able = own.filter((control) => {
      if (control.on.startsWith("turn") !== turns) {
        say(
          turns ? `${unit} is turned: it is not pressed` : `${unit} is pressed: it cannot be turned`,
          control,
        );
        return false;
      }
      if (does(control.does)) return true;
      say(undone(control.does), control);
      return false;
    });
    const act = ({ does: action }: Control) => does(action) ?? [];
    if (turns) return [encoderCode(read.encoder, able, act)];
    const made = contactCode(read.source, able, debounce, act);
    taken.push({
      unit,
      ...(key === undefined ? {} : { key }),
      variable: made.down,
      ...(made.interrupt ? { interrupts: true } : {}),
    });
    return [made];
  });
  return { contacts, keys: keyCode(model, [...keypads.values()], chips), read: taken };
}
