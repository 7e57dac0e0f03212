import type { InkEvaluation } from '@tidy-quill/core/ink';
import type { Handpiece, Setting } from '@tidy-quill/core/plan';
import { AddedCoolingSteppers } from '../plan/AddedCoolingSteppers';
import { DialSteppers } from '../plan/DialSteppers';
import { LimitBars } from '../plan/LimitBars';

const RATES_HZ = [1, 2, 3, 5, 10] as const;

/** What is dialled in on ink, and what limits it. */
export function InkSteppers({
  handpiece,
  setting,
  evaluation,
  onChange,
}: {
  handpiece: Handpiece;
  setting: Setting;
  /** Null until it is worked out. */
  evaluation: InkEvaluation | null;
  onChange: (setting: Setting) => void;
}) {
  return (
    <div className="ink-steppers">
      <DialSteppers
        handpiece={handpiece}
        setting={setting}
        spots={handpiece.spots}
        ratesHz={RATES_HZ.filter((rate) => rate <= handpiece.maxRateHz)}
        energyJ={evaluation?.energyJ ?? null}
        pulseMore=""
        spotMore="the larger, the deeper"
        onChange={onChange}
      />
      <AddedCoolingSteppers handpiece={handpiece} setting={setting} onChange={onChange} />
      {evaluation === null ? null : (
        <LimitBars
          evaluation={evaluation}
          setting={setting}
          uncertainty={null}
          modelText="No model of ink limits the fluence: protocol, console and this tattoo’s own answers do."
        />
      )}
    </div>
  );
}
