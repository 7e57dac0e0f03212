import type { Evaluation, Handpiece, Protocol, Setting, Subject } from '@tidy-quill/core/plan';
import { coolingOf, modelSilence, passRule, spotFits } from '@tidy-quill/core/plan';
import { sameSpot, spotAreaCm2, roundFloat } from '@tidy-quill/core/units';
import { cellHeatText, coolingText, countText, figure, passesText, spotFigures } from '../../text';
import { AddedCoolingSteppers } from './AddedCoolingSteppers';
import { CoolingSteppers } from './CoolingSteppers';
import { Stepper } from '../../widgets/Stepper';

/** The setting in large figures; each moves by the console's own step, and everything follows. */
export function SettingSteppers({
  handpiece,
  setting,
  evaluation,
  subject,
  protocol,
  onChange,
}: {
  handpiece: Handpiece;
  protocol: Protocol;
  setting: Setting;
  evaluation: Evaluation | null;
  subject: Subject;
  onChange: (setting: Setting) => void;
}) {
  const { min, max, step } = handpiece.fluenceJcm2;
  const fluence = setting.fluenceJcm2;
  const spots = handpiece.spots.filter((spot) => spotFits(spot, subject));
  const passes = passRule(protocol, setting.technique, subject, modelSilence(subject));
  const train = handpiece.train.count > 1 ? ` × ${handpiece.train.count}` : '';
  const to = (more: Partial<Setting>) => () => onChange({ ...setting, ...more });
  const pulse = neighbours(handpiece.pulsesMs, (each) => Math.abs(each - setting.pulseMs) < 1e-9);
  const spot = neighbours(spots, (each) => sameSpot(each, setting.spot));
  const rate = (change: number) => roundFloat(setting.rateHz + change);
  return (
    <div className="steppers">
      <Stepper
        label="Fluence"
        figure={figure(fluence, 2)}
        unit="J/cm²"
        more={evaluation === null ? '' : `${figure(evaluation.energyJ)} J a pulse · step ${step}`}
        keys={['f', 'g']}
        onLess={
          fluence - step < min - 1e-9 ? null : to({ fluenceJcm2: roundFloat(fluence - step) })
        }
        onMore={
          fluence + step > max + 1e-9 ? null : to({ fluenceJcm2: roundFloat(fluence + step) })
        }
      />
      <Stepper
        label="Pulse duration"
        figure={figure(setting.pulseMs, 2)}
        unit={`ms${train}`}
        more={
          evaluation === null
            ? ''
            : `hair relaxation time ${figure(evaluation.hairRelaxationMs)} ms`
        }
        keys={['d', 'e']}
        onLess={pulse.less === null ? null : to({ pulseMs: pulse.less })}
        onMore={pulse.more === null ? null : to({ pulseMs: pulse.more })}
      />
      <Stepper
        label="Spot"
        figure={spotFigures(setting.spot)}
        unit="mm"
        more={coolingText(coolingOf(handpiece, setting))}
        keys={['s', 'w']}
        onLess={spot.less === null ? null : to({ spot: spot.less })}
        onMore={spot.more === null ? null : to({ spot: spot.more })}
      />
      <Stepper
        label="Rate"
        figure={figure(setting.rateHz)}
        unit="Hz"
        more={`fastest ${figure(handpiece.maxRateHz)} Hz`}
        keys={['r', 't']}
        onLess={rate(-0.5) < 0.5 ? null : to({ rateHz: rate(-0.5) })}
        onMore={rate(0.5) > handpiece.maxRateHz ? null : to({ rateHz: rate(0.5) })}
      />
      {passes.low === passes.high ? null : (
        <Stepper
          label="Passes"
          figure={String(setting.passes)}
          unit={`${setting.passes === 1 ? 'pass' : 'passes'}, ${cellsText(evaluation?.work.cells)}`}
          more={passes.restSeconds > 0 ? `${passes.restSeconds} s of rest after each` : ''}
          keys={['q', 'a']}
          onLess={setting.passes <= passes.low ? null : to({ passes: setting.passes - 1 })}
          onMore={setting.passes >= passes.high ? null : to({ passes: setting.passes + 1 })}
        />
      )}
      <CoolingSteppers handpiece={handpiece} setting={setting} onChange={onChange} />
      <AddedCoolingSteppers handpiece={handpiece} setting={setting} onChange={onChange} />
      {evaluation === null ? null : (
        <Work evaluation={evaluation} setting={setting} areaCm2={subject.areaCm2} />
      )}
    </div>
  );
}

function Work({
  evaluation: { work, cellHeat, energyJ },
  setting,
  areaCm2,
}: {
  evaluation: Evaluation;
  setting: Setting;
  areaCm2: number;
}) {
  const share = (value: number) => `${figure(value * 100, 0)} %`;
  const spot = spotAreaCm2(setting.spot);
  const firing = work.pulses / setting.rateHz / 60;
  return (
    <details className="work">
      <summary>
        <strong className="figures">{figure(work.pulses, 0)}</strong> pulses,{' '}
        <strong className="figures">{Math.ceil(work.minutes)}</strong> min.{' '}
        {work.pitchMm === null
          ? 'Edge to edge.'
          : `Centres ${figure(work.pitchMm)} mm apart: ${share(work.overlapShare)} hit twice, ${share(work.gapShare)} missed.`}{' '}
        {figure(work.totalJcm2, 0)} J/cm² in all.
        {cellHeat === null
          ? ''
          : ` Each cell gets ${cellText(work, energyJ)}. ${cellHeatText(cellHeat)}`}
      </summary>
      <p>
        {figure(areaCm2, 0)} cm² under spots of {figure(spot, 2)} cm²
        {setting.passes > 1
          ? `, ${passesText(setting.passes)} over ${cellsText(work.cells)}`
          : ''}: {figure(work.pulses, 0)} pulses. At {figure(setting.rateHz)} Hz that is{' '}
        {figure(firing)} min of firing; moving, gel and checks take the other{' '}
        {figure(work.minutes - firing)} min at the clinic’s pace. {figure(work.pulses, 0)} ×{' '}
        {figure(setting.fluenceJcm2, 2)} J/cm² × {figure(spot, 2)} cm² over {figure(areaCm2, 0)} cm²
        is {figure(work.totalJcm2, 0)} J/cm².
      </p>
    </details>
  );
}

function neighbours<T>(
  list: readonly T[],
  isCurrent: (each: T) => boolean,
): { less: T | null; more: T | null } {
  const at = list.findIndex(isCurrent);
  return { less: at > 0 ? list[at - 1]! : null, more: at >= 0 ? (list[at + 1] ?? null) : null };
}

/** “420 pulses, 3.1 kJ”: what one cell gets over all passes. */
function cellText({ pulses, cells }: Evaluation['work'], energyJ: number): string {
  const each = pulses / Math.max(1, cells);
  const kilojoules = (each * energyJ) / 1000;
  return `${figure(each, 0)} pulses, ${figure(kilojoules, kilojoules < 10 ? 1 : 0)} kJ`;
}

const cellsText = (cells: number | undefined): string =>
  cells === undefined ? '– cells' : countText(cells, 'cell');
