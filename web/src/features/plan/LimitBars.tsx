import { LIMIT_NAMES, type Evaluation, type LimitName, type Setting } from '@tidy-quill/core/plan';
import { figure, LIMIT_REASON, LIMIT_WORDS } from '../../text';

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
          <p>{absent(name, limits[name]) ?? LIMIT_REASON[name]}</p>
        </details>
      ))}
      <p className="small">
        J/cm². {LIMIT_WORDS[upper.binding]} binds: not above {figure(upper.fluenceJcm2 ?? 0)} on
        this console’s step. The skin model is not part of this version yet, so device, protocol and
        history limit alone.
      </p>
    </section>
  );
}

function absent(name: LimitName, value: number | null): string | null {
  if (value !== null) return null;
  return name === 'model'
    ? 'The model of light and heat in this skin is not there yet.'
    : 'No earlier session here with a like wavelength and pulse.';
}
