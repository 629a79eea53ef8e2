import { useState } from "react";
import { blankBitmap, type Bitmap, type Orientation } from "@/core/dots";
import { looksLike, looksOf } from "@/core/frames";
import { PictureFace } from "@/ui";

interface LooksProps {
  readonly picture: Bitmap;
  readonly colour: Parameters<typeof PictureFace>[0]["colour"];
  readonly onChoose: (orientation: Orientation) => void;
}

/** The eight things the picture can look like; or dots are clicked until only one of them is left. */
export function Looks({ picture, colour, onChoose }: LooksProps) {
  const looks = looksOf(picture);
  const square = picture.width === picture.height;
  const [seen, setSeen] = useState<Bitmap>(() => blankBitmap(picture.width, picture.height));
  const lit = [...seen.dots].flatMap((dot, at) =>
    dot ? [{ x: at % seen.width, y: Math.floor(at / seen.width), lit: true }] : [],
  );
  const left = looks.filter((look) => looksLike(look.picture, lit));
  const click = (dot: number) => {
    const dots = seen.dots.slice();
    dots[dot] = 1 - dots[dot]!;
    setSeen({ ...seen, dots });
  };
  return (
    <>
      <h3 className="frames-sub">1 · How does it look?</h3>
      <div className="looks">
        {looks.map((look, at) => (
          <button
            key={at}
            type="button"
            className="look"
            disabled={!left.includes(look)}
            onClick={() => onChoose(look.orientation)}
          >
            <PictureFace
              bitmap={look.picture}
              colour={colour}
              height={86}
              label={`Look ${at + 1} of ${looks.length}`}
            />
          </button>
        ))}
      </div>
      {square && (
        <div className="finder-click">
          <div className="lens p-2">
            <PictureFace
              bitmap={seen}
              colour={colour}
              height={110}
              onDot={click}
              label="The module as you see it"
            />
          </div>
          <p className="small quiet mb-0">
            Or click the dots that are lit on yours: looks that do not have them drop out.
            {left.length === 0 && " None has all of these: click one again to take it back."}
            {left.length === 1 && lit.length > 0 && " One is left."}
          </p>
        </div>
      )}
    </>
  );
}
