import { dialledJcm2, stepsBeside, type Handpiece, type Setting } from '@tidy-quill/core/plan';
import { defined, nextTo, type Spot } from '@tidy-quill/core/units';
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
  const { step } = handpiece.fluenceJcm2;
  const { fluence, pulse, spot } = stepsBeside(handpiece, spots, setting);
  const rate = nextTo(ratesHz, setting.rateHz);
  const to = (next: Setting | null) => (next === null ? null : () => onChange(next));
  const at = (rateHz: number | null) => to(rateHz === null ? null : { ...setting, rateHz });
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
            : `${setting.output === undefined ? '' : `console ${figure(dialledJcm2(setting), 2)} · `}${figure(energyJ, energyJ < 10 ? 2 : 1)} J a pulse · step ${figure(step, 2)}`
        }
        keys={['f', 'g']}
        onLess={to(fluence.less)}
        onMore={to(fluence.more)}
      />
      <Stepper
        label="Pulse duration"
        figure={defined(pulseFigure)}
        unit={`${defined(pulseUnit)}${train}`}
        more={pulseMore}
        keys={['d', 'e']}
        onLess={to(pulse.less)}
        onMore={to(pulse.more)}
      />
      <Stepper
        label="Spot"
        figure={spotFigures(setting.spot)}
        unit="mm"
        more={spotMore}
        keys={['s', 'w']}
        onLess={to(spot.less)}
        onMore={to(spot.more)}
      />
      <Stepper
        label="Rate"
        figure={figure(setting.rateHz)}
        unit="Hz"
        more={`fastest ${figure(handpiece.maxRateHz)} Hz`}
        keys={['r', 't']}
        onLess={at(rate.less)}
        onMore={at(rate.more)}
      />
    </>
  );
}
