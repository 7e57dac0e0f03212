import './plan.css';
import {
  LIMIT_NAMES,
  type UncertaintyMap,
  type Evaluation,
  type LimitName,
  type Setting,
} from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { riskReason } from '@tidy-quill/contract/labels/learning';
import { axisTop } from './chart-scale';
import { figure, LIMIT_REASON, LIMIT_WORDS, MODEL_SILENCE_WORDS } from '../../text';

/** What a setting is limited by; the model's part only where there is one. */
type Limited = Pick<Evaluation, 'limits' | 'upper'> &
  Partial<Pick<Evaluation, 'model' | 'margin' | 'modelSilence' | 'learnt'>>;

/** The limits beside one another; the one that binds is marked by word and weight. */
export function LimitBars({
  evaluation,
  setting,
  uncertainty,
  modelText,
}: {
  evaluation: Limited;
  setting: Setting;
  /** How sure the model's ceiling is; null while it is not known. */
  uncertainty: UncertaintyMap | null;
  /** What stands for the model where there is none. */
  modelText?: string;
}) {
  const { limits, upper } = evaluation;
  if (limits === null || upper === null) return null;
  const between = uncertaintyOf(uncertainty, setting.pulseMs, limits.model);
  const top = axisTop(
    Math.max(
      setting.fluenceJcm2,
      between?.high ?? 0,
      ...LIMIT_NAMES.map((name) => limits[name] ?? 0),
    ),
  );
  return (
    <section className="limits">
      <h2>What limits the fluence</h2>
      {LIMIT_NAMES.filter((name) => name !== 'risk' || limits.risk !== null).map((name) => (
        <details key={name} className={name === upper.binding ? 'is-binding' : undefined}>
          <summary>
            <span>{LIMIT_WORDS[name]}</span>
            <span className="limit-bar" aria-hidden>
              <i style={{ width: `${((limits[name] ?? 0) / top) * 100}%` }} />
              {name === 'model' && between !== null ? (
                <b
                  style={{
                    left: `${(between.low / top) * 100}%`,
                    width: `${((between.high - between.low) / top) * 100}%`,
                  }}
                />
              ) : null}
            </span>
            <span className="figures">{limits[name] === null ? '–' : figure(limits[name])}</span>
          </summary>
          <p>
            {name === 'model' && modelText !== undefined ? modelText : reason(name, evaluation)}
            {name === 'model' && between !== null
              ? ` Uncertain from ${figure(between.low)} to ${figure(between.high)} (melanin, hair, contact): the hatched part.`
              : ''}
          </p>
        </details>
      ))}
      <p className="small">
        J/cm². Bound by {LIMIT_WORDS[upper.binding]}: not above {figure(upper.fluenceJcm2 ?? 0)} on
        this console’s step.
      </p>
    </section>
  );
}

/** Between what the model's limit lies: the spread of its ceiling at the nearest pulse that was worked out. */
function uncertaintyOf(
  uncertainty: UncertaintyMap | null,
  pulseMs: number,
  limitJcm2: number | null,
): { readonly low: number; readonly high: number } | null {
  if (uncertainty === null || limitJcm2 === null) return null;
  const { pulsesMs, ceiling } = uncertainty;
  const off = (index: number) => Math.abs(Math.log(defined(pulsesMs[index]) / pulseMs));
  const nearest = pulsesMs.reduce((best, _, index) => (off(index) < off(best) ? index : best), 0);
  const { low, high } = defined(ceiling[nearest]);
  if (low === null || high === null) return null;
  const factor = Math.sqrt(high / low);
  return { low: limitJcm2 / factor, high: limitJcm2 * factor };
}

function reason(
  name: LimitName,
  { limits, model = null, margin, modelSilence = null, learnt = null }: Limited,
): string {
  if (name === 'model') {
    if (modelSilence !== null) return MODEL_SILENCE_WORDS[modelSilence];
    if (model === null) return '';
    return `The model puts this skin’s ceiling at ${figure(model.ceilingJcm2)} J/cm²; ${margin} of it is allowed. By the stricter law of damage it is ${figure(model.cautiousCeilingJcm2 ?? model.ceilingJcm2)}. An estimate, not tested on patients.`;
  }
  if (name === 'risk') return learnt === null ? '' : riskReason(learnt);
  if (name === 'history' && limits?.history === null) {
    return 'No earlier session here with a like wavelength and pulse.';
  }
  return LIMIT_REASON[name];
}
