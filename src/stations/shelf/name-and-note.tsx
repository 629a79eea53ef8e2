import { yupResolver } from "@hookform/resolvers/yup";
import { useId } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { useForm } from "react-hook-form";
import type { ObjectSchema } from "yup";
import { yupOf } from "@/core/document";
import { LIMITS, RIG_HEAD, type Rig } from "@/core/rig";
import { keeper } from "@/store";

type Head = Pick<Rig, "name" | "note">;

/** The document's own words on a name and a note. */
const HEAD = yupOf(RIG_HEAD) as ObjectSchema<Head>;

/** Changes what the shelf says of a rig. */
export function NameAndNote({ rig, onClose }: { rig: Rig; onClose: () => void }) {
  const id = useId();
  const { register, handleSubmit, formState } = useForm<Head>({
    resolver: yupResolver(HEAD),
    defaultValues: { name: rig.name, note: rig.note },
    mode: "onChange",
  });
  const { errors, isValid } = formState;
  const save = handleSubmit(async ({ name, note }) => {
    await keeper().saveRig({ ...rig, name, note });
    onClose();
  });
  return (
    <Modal show onHide={onClose} aria-labelledby={`${id}-title`}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <Modal.Header closeButton>
          <Modal.Title id={`${id}-title`} as="h2" className="h6">
            Name and note
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <label className="field-label" htmlFor={`${id}-name`}>
            Name
          </label>
          <Form.Control
            id={`${id}-name`}
            maxLength={LIMITS.name}
            isInvalid={errors.name !== undefined}
            {...register("name", { setValueAs: (text: string) => text.trim() })}
          />
          {errors.name && (
            <div className="field-error" role="alert">
              A rig needs a name.
            </div>
          )}
          <label className="field-label mt-2" htmlFor={`${id}-note`}>
            Note
          </label>
          <Form.Control
            id={`${id}-note`}
            as="textarea"
            rows={4}
            maxLength={LIMITS.note}
            {...register("note")}
          />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="plain" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="primary" disabled={!isValid}>
            Save
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
}
