import "./own-module.css";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { useForm, useWatch, type Resolver } from "react-hook-form";
import type { ObjectSchema } from "yup";
import { yupOf } from "@/core/document";
import {
  LIMITS,
  MODULES,
  MODULE_SHEET,
  hasDots,
  marksOf,
  moduleProblem,
  withMarks,
  type Marks,
  type ModuleSheet,
} from "@/core/rig";
import { SelectField } from "../select-field";
import { HeaderFields } from "./header-fields";
import { OrderFields } from "../order-fields";
import { PartFields } from "./part-fields";
import { StandsFields } from "./stands-fields";

interface Props {
  /** What one starts from. */
  readonly start: ModuleSheet;
  readonly onClose: () => void;
  readonly onTake: (sheet: ModuleSheet) => void;
}

/** The document's own words on a module, and what makes one of it that can be wired. */
const SHEET = (yupOf(MODULE_SHEET) as ObjectSchema<ModuleSheet>).test(
  "can be wired",
  ({ value }) => moduleProblem(value as ModuleSheet),
  (value) => moduleProblem(value) === undefined,
);

const MARKS: ReadonlyArray<readonly [Marks, string]> = [
  ["points", "a point at every digit"],
  ["colon", "a colon in place of the second point, no points"],
  ["colon-apart", "points, and a colon on an output of its own"],
  ["none", "neither points nor a colon"],
];

/** What is on a board: no longer one of the known ones once anything of it was changed. */
const own = (sheet: ModuleSheet): ModuleSheet => {
  const { kind: _, ...bought } = sheet.bought;
  return { ...sheet, bought: { ...bought, name: bought.name.trim() } };
};

/** A module as it lies on the table: its header, its chip, what is on which output, what else is on its board. */
export function OwnModule({ start, onClose, onTake }: Props) {
  const { control, handleSubmit, formState, reset } = useForm<ModuleSheet>({
    resolver: yupResolver(SHEET) as Resolver<ModuleSheet>,
    defaultValues: start,
    mode: "onChange",
  });
  const sheet = useWatch({ control }) as ModuleSheet;
  const [base, setBase] = useState(start.bought.kind ?? "");
  const problem = moduleProblem(sheet);
  const take = (next: ModuleSheet) => reset(next);
  const isFour = sheet.bought.digits === 4 && !hasDots(sheet);
  return (
    <Modal show onHide={onClose} size="xl" aria-labelledby="own-module-title">
      <form onSubmit={(event) => void handleSubmit(() => onTake(own(sheet)))(event)} noValidate>
        <Modal.Header closeButton>
          <Modal.Title id="own-module-title" as="h2" className="h6">
            A module of your own
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <div className="field-row mb-3">
            <SelectField
              label="Most like"
              value={base}
              options={[
                ...(base === "" ? [["", "the one the rig has"] as const] : []),
                ...MODULES.map(({ bought: { kind, name } }) => [kind ?? "", name] as const),
              ]}
              onChoose={(kind) => {
                const found = MODULES.find(({ bought }) => bought.kind === kind);
                if (!found) return;
                setBase(kind);
                take(found);
              }}
            />
            <div className="own-module-name">
              <label className="field-label" htmlFor="module-name">
                Name of the module
              </label>
              <Form.Control
                id="module-name"
                value={sheet.bought.name}
                maxLength={LIMITS.name}
                onChange={(event) =>
                  take({ ...sheet, bought: { ...sheet.bought, name: event.target.value } })
                }
              />
            </div>
            {isFour && (
              <SelectField
                label="Points and colon"
                value={marksOf(sheet)}
                options={MARKS.filter(
                  ([marks]) => marks !== "colon-apart" || sheet.inside.scheme === "ht16k33",
                )}
                onChoose={(marks) => take(withMarks(sheet, marks))}
              />
            )}
          </div>
          <HeaderFields sheet={sheet} onChange={take} />
          <OrderFields
            plan={{ ...sheet.inside, bought: sheet.bought, digits: sheet.bought.digits }}
            onChange={(orders) => take({ ...sheet, inside: { ...sheet.inside, ...orders } })}
          />
          {hasDots(sheet) && <StandsFields sheet={sheet} onChange={take} />}
          <PartFields sheet={sheet} onChange={take} />
          {problem && (
            <p className="severity-fault small mt-2 mb-0" role="alert">
              {problem}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <span className="small quiet me-auto">
            It is kept in this browser, and goes along in the rig’s file.
          </span>
          <Button variant="plain" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="primary" disabled={problem !== undefined || formState.isSubmitting}>
            Use this module
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
}
