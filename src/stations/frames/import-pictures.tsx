import { useEffect, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import type { Bitmap } from "@/core/dots";
import { isDarkOnClear, toDots, type GreyPicture, type ReadPictures, type Reduce } from "@/core/pictures";
import { useModel } from "@/store";
import { PictureFace, Progress, SelectField, useJob } from "@/ui";

interface Props {
  readonly file: File;
  readonly width: number;
  readonly height: number;
  readonly onClose: () => void;
  readonly onTake: (pictures: ReadonlyArray<{ readonly bitmap: Bitmap; readonly time: number }>) => void;
}

/** How a picture becomes dots, whatever the size of the display. */
type Settings = Omit<Reduce, "width" | "height">;

/** Pictures shown for trying the settings out. */
const SHOWN = 6;
const NO_PICTURES: readonly GreyPicture[] = [];
/** A dark drawing on a transparent ground: the drawing is lit, or what is around it. */
const DRAWING = { ground: "light", inverted: true } as const;
const GROUND = { ground: "light", inverted: false } as const;
/** A picture without a time of its own. */
const USUAL_TIME = 500;

/** Takes a picture file in: scaled to the display, and turned into dots by a threshold or by dithering. */
export function ImportPictures({ file, width, height, onClose, onTake }: Props) {
  const model = useModel();
  const { run, progress, cancel } = useJob();
  const [read, setRead] = useState<ReadPictures>();
  const [reduce, setReduce] = useState<Settings>({
    fit: "contain",
    method: "threshold",
    threshold: 128,
    inverted: false,
  });
  useEffect(() => {
    run<ReadPictures>(
      (planner, report) => planner.pictures(file, report),
      (found) => {
        setRead(found);
        if (found.ok && found.pictures.some(isDarkOnClear))
          setReduce((before) => ({ ...before, ...DRAWING }));
      },
    );
  }, [run, file]);
  const asked: Reduce = useMemo(() => ({ ...reduce, width, height }), [reduce, width, height]);
  const pictures = read?.ok ? read.pictures : NO_PICTURES;
  const shown = useMemo(
    () => pictures.slice(0, SHOWN).map((picture) => toDots(picture, asked)),
    [pictures, asked],
  );
  const dark = useMemo(() => pictures.some(isDarkOnClear), [pictures]);
  const change = (values: Partial<Settings>) => setReduce({ ...reduce, ...values });
  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="import-title">
      <Modal.Header closeButton>
        <Modal.Title id="import-title" as="h2" className="h6">
          {file.name}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {!read && progress !== undefined && (
          <span className="row-line">
            <span className="quiet">Reading…</span>
            <Progress
              share={progress}
              label={`Reading ${file.name}`}
              onStop={() => {
                cancel();
                onClose();
              }}
            />
          </span>
        )}
        {read && !read.ok && (
          <p className="severity-fault mb-0" role="alert">
            {read.message}
          </p>
        )}
        {read?.ok && (
          <>
            <p className="small mb-2">
              {pictures.length} picture{pictures.length === 1 ? "" : "s"} of {pictures[0]!.width} ×{" "}
              {pictures[0]!.height}; they become {width} × {height} dots.
            </p>
            <DotSettings reduce={reduce} dark={dark} onChange={change} />
            <div className="import-shown">
              {shown.map((bitmap, at) => (
                <div key={at} className="lens p-2">
                  <PictureFace
                    bitmap={bitmap}
                    colour={model.display.led?.colour ?? "red"}
                    height={96}
                    label={`Picture ${at + 1} as dots`}
                  />
                </div>
              ))}
            </div>
          </>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button
          variant="primary"
          disabled={!read?.ok}
          onClick={() =>
            onTake(
              pictures.map((picture) => ({
                bitmap: toDots(picture, asked),
                time: Math.max(5, Math.round(picture.time || USUAL_TIME)),
              })),
            )
          }
        >
          Take {pictures.length < 2 ? "it" : `all ${pictures.length}`}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

interface SettingsProps {
  readonly reduce: Settings;
  /** Is there a dark drawing on a transparent ground among the pictures? */
  readonly dark: boolean;
  readonly onChange: (values: Partial<Settings>) => void;
}

/** How shades become dots, and at what size. */
function DotSettings({ reduce, dark, onChange }: SettingsProps) {
  return (
    <>
      {dark && (
        <fieldset className="small mb-3">
          <legend className="fs-6 fw-semibold mb-1">
            It is drawn in black on a transparent ground: what is to be lit?
          </legend>
          <span className="row-line">
            {(
              [
                ["the drawing", DRAWING],
                ["the ground around it", GROUND],
              ] as const
            ).map(([label, values]) => (
              <Form.Check
                key={label}
                type="radio"
                name="import-lit"
                id={`import-lit-${label.replace(/ /g, "-")}`}
                label={label}
                checked={reduce.inverted === values.inverted}
                onChange={() => onChange(values)}
              />
            ))}
          </span>
        </fieldset>
      )}
      <div className="field-row mb-3">
        <SelectField
          label="Size"
          value={reduce.fit}
          options={[
            ["contain", "as large as it fits"],
            ["stretch", "stretched to the display"],
            ["none", "dot for dot, centred"],
          ]}
          onChoose={(fit) => onChange({ fit })}
        />
        <SelectField
          label="Grey levels"
          value={reduce.method}
          options={[
            ["threshold", "lit or dark at a threshold"],
            ["dither", "dithered: more or fewer dots"],
          ]}
          onChoose={(method) => onChange({ method })}
        />
        <div>
          <label className="field-label" htmlFor="import-threshold">
            Lit from {Math.round((reduce.threshold / 255) * 100)} % on
          </label>
          <Form.Range
            id="import-threshold"
            min={1}
            max={255}
            value={reduce.threshold}
            onChange={(event) => onChange({ threshold: Number(event.target.value) })}
          />
        </div>
        <Form.Check
          type="switch"
          id="import-inverted"
          label="dark is lit"
          checked={reduce.inverted}
          onChange={(event) => onChange({ inverted: event.target.checked })}
        />
      </div>
    </>
  );
}
