import { SCENE_LIMITS } from "@/core/dots";
import { fontsOf, type Live } from "@/core/rig";
import { signText } from "@/core/show";
import { editLive, useRig } from "@/store";
import { SelectField } from "@/ui";
import { MsField } from "./ms-field";

/** How texts stand on a display of dots: their font, their place, their pace. */
export function SignSheet() {
  const rig = useRig();
  const sign = signText(rig);
  const put = (values: Partial<NonNullable<Live["sign"]>>) =>
    editLive((was) => ({ ...was, sign: { ...sign, ...values } }));
  return (
    <section className="sheet" aria-label="Letters">
      <h2>Letters</h2>
      <div className="field-row">
        <SelectField
          label="Font"
          value={sign.font}
          options={fontsOf(rig).map(({ id, name }) => [id, name] as const)}
          onChoose={(font) => put({ font })}
        />
        <SelectField
          label="Text that stands still"
          value={sign.align}
          options={[
            ["left", "at the left"],
            ["center", "in the middle"],
            ["right", "at the right"],
          ]}
          onChoose={(align) => put({ align })}
        />
        <MsField
          label="Time per column"
          ms={sign.step}
          range={SCENE_LIMITS.step}
          onCommit={(ms) => put({ step: ms })}
          width={130}
          hint="for scrolling text"
        />
      </div>
    </section>
  );
}
