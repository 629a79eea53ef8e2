import { useMemo, useState, type KeyboardEvent } from "react";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { parseByte } from "@/core/glyph";
import type { GlyphRow } from "@/core/sim";
import { useAtDesk, useModel, usePickedDigit, usePreferences } from "@/store";
import { findItems, itemsOf, type Item } from "./find-items";

const NO_ROWS: readonly GlyphRow[] = [];

/** Finds anything of the rig: a part, a leg, a byte, a glyph, a station. */
export function Finder({ onClose, onGo }: { onClose: () => void; onGo: (item: Item) => void }) {
  const model = useModel();
  const digit = usePickedDigit();
  const table = useAtDesk((desk) => desk.alphabet(digit), [digit]) ?? NO_ROWS;
  const legNames = usePreferences((state) => state.legNames);
  const [query, setQuery] = useState("");
  const [at, setAt] = useState(0);
  const items = useMemo(() => itemsOf(model, table, legNames), [model, table, legNames]);
  const byte = model.encoding.byteCount === 1 ? parseByte(query) : undefined;
  const value = byte?.ok ? byte.value : undefined;
  const lit = useAtDesk(
    async (desk) =>
      value === undefined ? undefined : { value, segments: (await desk.shows([value])).segments },
    [value],
  );
  const found = useMemo(
    () => findItems(items, query, lit?.value === value ? lit : undefined, model.rig.glyphs),
    [items, model, query, lit, value],
  );
  const go = (item: Item | undefined) => {
    if (!item) return;
    onClose();
    onGo(item);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "ArrowDown") setAt((before) => Math.min(before + 1, found.length - 1));
    else if (event.key === "ArrowUp") setAt((before) => Math.max(before - 1, 0));
    else if (event.key === "Enter") go(found[at]);
    else return;
    event.preventDefault();
  };
  return (
    <Modal show onHide={onClose} aria-label="Find">
      <Modal.Body>
        <Form.Control
          autoFocus
          role="combobox"
          aria-expanded
          aria-controls="finder-list"
          aria-activedescendant={found[at] && `finder-${at}`}
          placeholder="A part, leg, byte, glyph or station: U1, leg 14, 0x5B…"
          aria-label="What to find"
          value={query}
          onChange={(event) => {
            setQuery(event.target.value);
            setAt(0);
          }}
          onKeyDown={onKeyDown}
        />
        <ul id="finder-list" role="listbox" aria-label="Found" className="finder-list">
          {found.map((item, place) => (
            <li
              key={item.id}
              id={`finder-${place}`}
              role="option"
              aria-selected={place === at}
              className="finder-item"
              onMouseEnter={() => setAt(place)}
              onClick={() => go(item)}
            >
              <i className={`bi ${item.icon}`} aria-hidden />
              <span>{item.title}</span>
              <span className="quiet small ms-auto text-end">{item.detail}</span>
            </li>
          ))}
          {found.length === 0 && <li className="quiet px-2 py-2">Nothing of this rig is called that.</li>}
        </ul>
      </Modal.Body>
    </Modal>
  );
}
