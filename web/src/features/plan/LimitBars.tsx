import { LIMIT_NAMES, type Evaluation, type LimitName, type Setting } from '@tidy-quill/core/plan';
import { figure, LIMIT_REASON, LIMIT_WORDS, MODEL_SILENCE_WORDS } from '../../text';

/** The four limits beside one another; the one that binds is marked by word and weight. */
export function LimitBars({ evaluation, setting }: { evaluation: Evaluation; setting: Setting }) {
  const { limits, upper } = evaluation;
  if (limits === null || upper === null) return null;
  const top = Math.max(setting.fluenceJcm2, ...LIMIT_NAMES.map((name) => limits[name] ?? 0));
  return (
    <section className="limits">
      <h2>What limits the fluence</h2>
      {LIMIT_NAMES.map((name) => (
        <details key={name} className={name === upper.binding ? 'is-binding' : undefined}>
          <summary>
            <span>{LIMIT_WORDS[name]}</span>
            <span className="limit-bar" aria-hidden>
              <i style={{ width: `${((limits[name] ?? 0) / top) * 100}%` }} />
            </span>
            <span className="figures">{limits[name] === null ? '–' : figure(limits[name])}</span>
          </summary>
          <p>{reason(name, evaluation)}</p>
        </details>
      ))}
      <p className="small">
        J/cm². Bound by {LIMIT_WORDS[upper.binding]}: not above {figure(upper.fluenceJcm2 ?? 0)} on
        this console’s step.
      </p>
    </section>
  );
}

function reason(name: LimitName, { limits, model, margin, modelSilence }: Evaluation): string {
  if (name === 'model') {
    if (modelSilence !== null) return MODEL_SILENCE_WORDS[modelSilence];
    if (model === null) return '';
    return `The model puts this skin’s ceiling at ${figure(model.ceilingJcm2)} J/cm²; ${margin} of it is allowed. By the stricter law of damage it is ${figure(model.cautiousCeilingJcm2 ?? model.ceilingJcm2)}. An estimate, not tested on patients.`;
  }
  if (name === 'history' && limits?.history === null) {
    return 'No earlier session here with a like wavelength and pulse.';
  }
  return LIMIT_REASON[name];
}
