import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import { gridOf, moduleBoxes, scannedWord, type DotGrid, type RigModel } from "@/core/address";
import { cellSegments } from "@/core/glyph";
import { formatQuantity } from "@/core/quantity";
import { cameraView, rowsOf, type CameraView, type ScanFigures, type Shutter, type Span } from "@/core/scan";
import { digitKey, digitOf } from "@/core/rig";
import { showFrames } from "@/core/show";
import { useModel } from "@/store";
import { Chart, DigitRow, DotFace, QuantityField, SeverityMark, litSegments } from "@/ui";

const ROWS = 48;
const PITCH = 118;
const HEIGHT = 150;
/** Light of a row below this share of full reads as missing. */
const EVEN = 0.9;

const NO_SPANS: readonly Span[] = [];

/** Exposures, in ms, that are marked on the chart. */
const MARKED = [0.5, 1, 2, 5, 10, 20, 50, 100];
const POINTS = 240;

const OPTIONS = {
  scales: {
    x: {
      type: "logarithmic" as const,
      title: { display: true, text: "exposure, ms" },
      min: 0.5,
      max: 100,
      ticks: {
        maxRotation: 0,
        autoSkip: false,
        callback: (value: string | number) => (MARKED.includes(Number(value)) ? String(value) : null),
      },
      grid: { display: false },
    },
    y: { min: 0, max: 1, title: { display: true, text: "evenness" } },
  },
};

/**
 * What a photo gets of each LED of a display of dots, by its place among the model's addresses: everything lit, each row
 * as bright as the camera catches it at the height of the picture it stands at.
 */
function photoOf(
  model: RigModel,
  grid: DotGrid | undefined,
  lightOf: (digit: number) => readonly number[],
): (index: number) => number {
  if (!grid) return () => 0;
  const lights = model.digits.map((_, at) => lightOf(at));
  const places = new Map(model.digits.map((id, at) => [digitKey(id), at]));
  return (index) => {
    const y = Math.floor(grid.dotOf[index]! / grid.width);
    const row = Math.min(ROWS - 1, Math.floor(((y + 0.5) / grid.height) * ROWS));
    return Math.min(1, lights[places.get(digitOf(model.addresses[index]!.pip)) ?? 0]?.[row] ?? 0);
  };
}

/** What a photo or film would show: as a picture, as numbers, and the shutter or rate that avoids it. */
export function CameraSheet({ figures }: { figures: Pick<ScanFigures, "period" | "digits"> }) {
  const model = useModel();
  const word = scannedWord(model);
  const [shutter, setShutter] = useState<Shutter>({ exposure: 4, readout: 20 });
  const [moment, setMoment] = useState(0.13);
  const { period, digits } = figures;
  const spans = digits[0]?.spans ?? NO_SPANS;
  const view = cameraView(spans, period, shutter);
  const chart = useMemo(() => evennessChart(spans, period, shutter), [spans, period, shutter]);
  return (
    <section className="sheet scan-camera">
      <div className="spread flex-wrap mb-2">
        <h2 className="sheet-title mb-0">To a camera</h2>
        <div className="field-row">
          <QuantityField
            label="Exposure"
            unit="s"
            value={shutter.exposure / 1000}
            range={[0.00001, 2]}
            onCommit={(time) => setShutter({ ...shutter, exposure: time * 1000 })}
            width={96}
          />
          <QuantityField
            label="Readout"
            unit="s"
            value={shutter.readout / 1000}
            range={[0, 1]}
            onCommit={(time) => setShutter({ ...shutter, readout: time * 1000 })}
            width={96}
          />
          <Button
            variant="plain"
            className="align-self-end"
            onClick={() => setMoment((moment * 7.31 + 0.37) % 1)}
          >
            Take another photo
          </Button>
        </div>
      </div>
      <div className="camera-row">
        <Photo figures={figures} shutter={shutter} moment={moment} />
        <CameraSays view={view} word={word} />
        <div className="camera-chart">
          <Chart
            data={chart}
            options={OPTIONS}
            height={170}
            label="Evenness of photos by exposure time"
            heads={["Exposure, ms", "Evenness, %"]}
            says={(exposure, even) => [exposure.toPrecision(3), (even * 100).toFixed(0)]}
          />
        </div>
      </div>
    </section>
  );
}

/** How even photos are at every exposure, and at the one that is set. */
const evennessChart =
  (spans: readonly Span[], period: number, shutter: Shutter) => (colour: (name: string) => string) => {
    const points = Array.from({ length: POINTS }, (_, at) => {
      const exposure = 0.5 * 200 ** (at / (POINTS - 1));
      return { x: exposure, y: cameraView(spans, period, { exposure, readout: 0 }).evenness };
    });
    return {
      datasets: [
        { data: points, borderColor: colour("--ink"), borderWidth: 1.5, pointRadius: 0 },
        {
          data: [{ x: shutter.exposure, y: cameraView(spans, period, shutter).evenness }],
          backgroundColor: colour("--note"),
          pointRadius: 5,
          showLine: false,
        },
      ],
    };
  };

interface PhotoProps {
  readonly figures: Pick<ScanFigures, "period" | "digits">;
  readonly shutter: Shutter;
  /** When the shutter opens, as a share of a turn. */
  readonly moment: number;
}

/** The photo as a rolling shutter takes it, line by line. */
function Photo({ figures: { period, digits }, shutter, moment }: PhotoProps) {
  const model = useModel();
  const frame = showFrames(model.rig)[0]!;
  const grid = gridOf(model);
  const photo = useMemo(
    () =>
      photoOf(model, grid, (at) =>
        rowsOf(digits[at]?.spans ?? NO_SPANS, period, shutter, ROWS, moment * period),
      ),
    [model, grid, digits, period, shutter, moment],
  );
  return (
    <div className="lens camera-photo">
      {grid ? (
        <DotFace
          grid={grid}
          modules={moduleBoxes(model)}
          colour={model.display.led?.colour ?? "red"}
          levelAt={photo}
          drawn={photo}
          height={150}
          label={`A photo at ${formatQuantity(shutter.exposure / 1000, "s")}`}
        />
      ) : (
        <DigitRow
          colour={model.display.led?.colour ?? "red"}
          digits={model.digits.map((id, at) => ({
            key: digitKey(id),
            lights: litSegments(cellSegments(frame.cells[at]!, model.rig.glyphs)),
          }))}
          height={150}
          label={`A photo at ${formatQuantity(shutter.exposure / 1000, "s")}`}
        >
          {digits.map((digit, at) =>
            rowsOf(digit.spans, period, shutter, ROWS, moment * period).map((light, row) => (
              <rect
                key={`${at}-${row}`}
                x={at * PITCH - 6}
                y={(row / ROWS) * HEIGHT - 0.3}
                width={PITCH}
                height={HEIGHT / ROWS + 0.6}
                className="camera-dark"
                opacity={Math.max(0, 1 - light)}
              />
            )),
          )}
        </DigitRow>
      )}
    </div>
  );
}

/** What the photo is like in numbers, and which exposures and rates are even. */
function CameraSays({ view, word }: { view: CameraView; word: string }) {
  const readsWell = view.evenness >= EVEN;
  return (
    <ul className="plain-list small camera-says">
      <li>
        Each exposure catches a {word}{" "}
        <strong>{view.least === view.most ? view.most : `${view.least} or ${view.most}`} times</strong>
        {view.evenness < 0.05 && `: some ${word}s are missing altogether`}.
      </li>
      <li>
        The dimmest photo has <strong>{Math.round(view.evenness * 100)} %</strong> of the brightest{" "}
        <SeverityMark
          severity={readsWell ? "good" : view.evenness === 0 ? "fault" : "caution"}
          text={readsWell ? "reads well" : view.evenness === 0 ? `${word}s disappear` : "flickers on video"}
        />
      </li>
      <li>
        A rolling shutter draws <strong>{Number(view.bands.toPrecision(2))}</strong> bands over the picture.
      </li>
      <li>
        Photos are evenly lit with exposures of{" "}
        {view.cleanExposures.map((time) => formatQuantity(time / 1000, "s")).join(" or ")} (whole scan
        cycles), and to within 10 % with a refresh rate of at least {formatQuantity(view.cleanRate, "Hz", 3)}.
      </li>
    </ul>
  );
}
