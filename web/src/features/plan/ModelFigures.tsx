import type { Evaluation, Setting } from '@tidy-quill/core/plan';
import type { ReactNode } from 'react';
import { figure } from '../../text';

/** What the model says at the pulse at hand, each figure with its reason. */
export function ModelFigures({
  evaluation: { model, margin, hairRelaxationMs, energyJ },
  setting,
}: {
  evaluation: Evaluation;
  setting: Setting;
}) {
  if (model === null) return null;
  const fluence = (value: number | null) => (value === null ? 'none' : `${figure(value)} J/cm²`);
  return (
    <section className="reasons">
      <h2>What the model says at {figure(setting.pulseMs, 2)} ms</h2>
      <Reason name="skin ceiling" figures={fluence(model.ceilingJcm2)}>
        Above it the living epidermis, deeper than 12 µm, is damaged somewhere (Ω = 1, Fugitt).{' '}
        {figure(margin, 2)} of it may be used: {fluence(model.ceilingJcm2 * margin)}.
        {model.cautiousCeilingJcm2 === null
          ? ''
          : ` By the stricter law (Henriques) it is ${fluence(model.cautiousCeilingJcm2)}.`}
      </Reason>
      <Reason name="works partly from" figures={fluence(model.floorJcm2)}>
        {model.floorJcm2 === null
          ? 'Skin beside this hair would be as warm as the hair makes it: nothing selective is left.'
          : 'From here the bulge, 50 µm outside the shaft, is damaged (Ω = 1).'}
      </Reason>
      <Reason name="works fully from" figures={fluence(model.fullJcm2)}>
        {model.fullJcm2 === null
          ? 'The light that reaches the bulb here does not heat this hair enough, apart from the skin.'
          : 'From here the bulb, 20 µm outside the shaft, is damaged too. Which of the two decides lasting reduction is debated.'}
      </Reason>
      <Reason name="frost" figures={`${figure(model.frostSeconds, 2)} s`}>
        How long the surface stays below −2 °C under this cooling. More than 1 s is too cold.
      </Reason>
      <Reason name="hair relaxation time" figures={`${figure(hairRelaxationMs)} ms`}>
        Its thermal relaxation time, d² ÷ 16α for a cylinder, α = 1.1 × 10⁻³ cm²/s. About that or
        longer is a pulse that spares the skin.
      </Reason>
      <Reason name="energy of a pulse" figures={`${figure(energyJ)} J`}>
        {fluence(setting.fluenceJcm2)} on the area of this spot. Some consoles show this one, some
        the fluence: compare like with like.
      </Reason>
    </section>
  );
}

function Reason({
  name,
  figures,
  children,
}: {
  name: string;
  figures: string;
  children: ReactNode;
}) {
  return (
    <details>
      <summary>
        <span>{name}</span>
        <span className="figures">{figures}</span>
      </summary>
      <p>{children}</p>
    </details>
  );
}
