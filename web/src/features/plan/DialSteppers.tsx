import { dialledJcm2, type Handpiece, type Setting } from '@tidy-quill/core/plan';
import { bySize, defined, roundFloat, sameSpot, stepDown, type Spot } from '@tidy-quill/core/units';
import { figure, pulseText, spotFigures } from '../../text';
import { Stepper } from '../../widgets/Stepper';

/** Fluence, pulse, spot and rate in large figures, hair or ink; each moves by the console's own step. */
export function DialSteppers({
  handpiece,
  setting,
  spots,
  ratesHz,
  energyJ,
  pulseMore,
  spotMore,
  onChange,
}: {
  handpiece: Handpiece;
  setting: Setting;
  /** The spots that may be chosen here. */
  spots: readonly Spot[];
  ratesHz: readonly number[];
  /** What one pulse gives; null until it is worked out. */
  energyJ: number | null;
  /** What stands below pulse and spot. */
  pulseMore: string;
  spotMore: string;
  onChange: (setting: Setting) => void;
}) {
  const scale = handpiece.fluenceJcm2;
  const to = (more: Partial<Setting> | null) =>
    more === null ? null : () => onChange({ ...setting, ...more });
  const fluence = (steps: number) => {
    const next = stepDown(roundFloat(setting.fluenceJcm2 + steps * scale.step), scale);
    const moved = next !== null && Math.abs(next - setting.fluenceJcm2) > SAME;
    return moved ? { fluenceJcm2: next } : null;
  };
  const pulse = nextTo(handpiece.pulsesMs, setting.pulseMs);
  const rate = nextTo(ratesHz, setting.rateHz);
  const sizes = bySize(spots);
  const spotAt = sizes.findIndex((each) => sameSpot(each, setting.spot));
  const spot = (by: number) => {
    const next = spotAt < 0 ? undefined : sizes[spotAt + by];
    return next === undefined ? null : { spot: next };
  };
  const [pulseFigure, pulseUnit] = pulseText(setting.pulseMs).split(' ');
  const train = handpiece.train.count > 1 ? ` × ${handpiece.train.count}` : '';
  return (
    <>
      <Stepper
        label="Fluence"
        figure={figure(setting.fluenceJcm2, 2)}
        unit="J/cm²"
        more={
          energyJ === null
            ? ''
            : `${setting.output === undefined ? '' : `console ${figure(dialledJcm2(setting), 2)} · `}${figure(energyJ, energyJ < 10 ? 2 : 1)} J a pulse · step ${figure(scale.step, 2)}`
        }
        keys={['f', 'g']}
        onLess={to(fluence(-1))}
        onMore={to(fluence(1))}
      />
      <Stepper
        label="Pulse duration"
        figure={defined(pulseFigure)}
        unit={`${defined(pulseUnit)}${train}`}
        more={pulseMore}
        keys={['d', 'e']}
        onLess={to(pulse.less === null ? null : { pulseMs: pulse.less })}
        onMore={to(pulse.more === null ? null : { pulseMs: pulse.more })}
      />
      <Stepper
        label="Spot"
        figure={spotFigures(setting.spot)}
        unit="mm"
        more={spotMore}
        keys={['s', 'w']}
        onLess={to(spot(-1))}
        onMore={to(spot(1))}
      />
      <Stepper
        label="Rate"
        figure={figure(setting.rateHz)}
        unit="Hz"
        more={`fastest ${figure(handpiece.maxRateHz)} Hz`}
        keys={['r', 't']}
        onLess={to(rate.less === null ? null : { rateHz: rate.less })}
        onMore={to(rate.more === null ? null : { rateHz: rate.more })}
      />
    </>
  );
}

const SAME = 1e-9;

/** The values right below and above one; null at either end. */
function nextTo(
  list: readonly number[],
  value: number,
): { readonly less: number | null; readonly more: number | null } {
  const below = list.filter((each) => each < value - SAME);
  const above = list.filter((each) => each > value + SAME);
  return {
    less: below.length === 0 ? null : Math.max(...below),
    more: above.length === 0 ? null : Math.min(...above),
  };
}
