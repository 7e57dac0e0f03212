import type { InkEvaluation } from '@tidy-quill/core/ink';
import type { Handpiece, Setting } from '@tidy-quill/core/plan';
import { longestSideMm, sameSpot, stepDown, type Spot } from '@tidy-quill/core/units';
import { figure, pulseText, spotFigures } from '../../text';
import { Stepper } from '../../widgets/Stepper';
import { AddedCoolingSteppers } from '../plan/AddedCoolingSteppers';
import { LimitBars } from '../plan/LimitBars';

const RATES = [1, 2, 3, 5, 10] as const;

/** What is dialled in on ink: fluence with its energy, spot, rate; and what limits it. */
export function InkSteppers({
  handpiece,
  setting,
  evaluation,
  onChange,
}: {
  handpiece: Handpiece;
  setting: Setting;
  evaluation: InkEvaluation;
  onChange: (setting: Setting) => void;
}) {
  const scale = handpiece.fluenceJcm2;
  const fluence = (steps: number) => {
    const next = stepDown(setting.fluenceJcm2 + steps * scale.step, scale);
    const moved = next !== null && Math.abs(next - setting.fluenceJcm2) > 1e-9;
    return moved ? () => onChange({ ...setting, fluenceJcm2: next }) : null;
  };
  const spots = [...handpiece.spots].sort(
    (one, other) => longestSideMm(one) - longestSideMm(other),
  );
  const pulses = handpiece.pulsesMs;
  const rates = RATES.filter((rate) => rate <= handpiece.maxRateHz);
  const move = <T,>(list: readonly T[], at: number, by: number, put: (value: T) => Setting) => {
    const next = list[at + by];
    return next === undefined ? null : () => onChange(put(next));
  };
  const spotAt = spots.findIndex((spot) => sameSpot(spot, setting.spot));
  const pulseAt = pulses.indexOf(setting.pulseMs);
  const rateAt = rates.findIndex((rate) => rate === setting.rateHz);
  const withSpot = (spot: Spot) => ({ ...setting, spot });
  return (
    <div className="ink-steppers">
      <Stepper
        label="Fluence"
        figure={figure(setting.fluenceJcm2, 2)}
        unit="J/cm²"
        more={`${figure(evaluation.energyJ, 3)} J a pulse · step ${figure(scale.step, 2)}`}
        keys={['f', 'g']}
        onLess={fluence(-1)}
        onMore={fluence(1)}
      />
      <Stepper
        label="Spot"
        figure={spotFigures(setting.spot)}
        unit="mm"
        more="the larger, the deeper"
        keys={['s', 'w']}
        onLess={move(spots, spotAt, -1, withSpot)}
        onMore={move(spots, spotAt, 1, withSpot)}
      />
      <Stepper
        label="Pulse"
        figure={pulseText(setting.pulseMs).split(' ')[0]!}
        unit={pulseText(setting.pulseMs).split(' ')[1]!}
        keys={['d', 'e']}
        onLess={move(pulses, pulseAt, -1, (pulseMs) => ({ ...setting, pulseMs }))}
        onMore={move(pulses, pulseAt, 1, (pulseMs) => ({ ...setting, pulseMs }))}
      />
      <Stepper
        label="Rate"
        figure={figure(setting.rateHz)}
        unit="Hz"
        more={`fastest ${figure(handpiece.maxRateHz)} Hz`}
        keys={['r', 't']}
        onLess={move(rates, rateAt, -1, (rateHz) => ({ ...setting, rateHz }))}
        onMore={move(rates, rateAt, 1, (rateHz) => ({ ...setting, rateHz }))}
      />
      <AddedCoolingSteppers handpiece={handpiece} setting={setting} onChange={onChange} />
      <LimitBars
        evaluation={evaluation}
        setting={setting}
        uncertainty={null}
        modelText="No model of ink limits the fluence: protocol, console and this tattoo’s own answers do."
      />
    </div>
  );
}
