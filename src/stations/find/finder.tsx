import "./find.css";
import { useMemo, useState, type KeyboardEvent } from "react";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { findItems, type Item } from "./item";

interface Props {
  readonly items: readonly Item[];
  /** What is typed, for those who make items of it. */
  readonly query: string;
  readonly onQuery: (query: string) => void;
  /** Goes before all that is found by its words: a byte that was typed, say. */
  readonly before?: Item;
  readonly onClose: () => void;
  readonly onGo: (item: Item) => void;
}

/** Finds anything by a word a maker would type, and leads there. */
export function FinderDialog({ items, query, onQuery, before, onClose, onGo }: Props) {
  const [at, setAt] = useState(0);
  const found = useMemo(
    () => [...(before ? [before] : []), ...findItems(items, query)],
    [items, query, before],
  );
  const go = (item: Item | undefined) => {
    if (!item) return;
    onClose();
    onGo(item);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "ArrowDown") setAt((now) => Math.min(now + 1, found.length - 1));
    else if (event.key === "ArrowUp") setAt((now) => Math.max(now - 1, 0));
    else if (event.key === "Enter") go(found[at]);
    else return;
    event.preventDefault();
  };
  return (
    // What was found gets the focus when the dialog has gone, and not what had it before.
    <Modal show onHide={onClose} restoreFocus={false} aria-label="Find">
      <Modal.Body>
        <Form.Control
          autoFocus
          role="combobox"
          aria-expanded
          aria-autocomplete="list"
          aria-controls="finder-list"
          aria-activedescendant={found[at] && `finder-${at}`}
          placeholder="brightness, leg 14, 0x5B, flicker…"
          aria-label="What to find"
          value={query}
          onChange={(event) => {
            onQuery(event.target.value);
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
              <span className="quiet small ms-auto text-end finder-detail">
                {item.detail}
                {item.of !== undefined && ` · ${item.of}`}
              </span>
            </li>
          ))}
        </ul>
        <p className="quiet small px-2 mb-0" role="status">
          {found.length === 0
            ? "Nothing is called that here. Try a shorter word, or one from your data sheet."
            : query === "" && "Type a part, leg (pin), byte, field, word or rig."}
        </p>
      </Modal.Body>
    </Modal>
  );
}
