import type { Evaluation, Handpiece, Protocol, Setting, Subject } from '@tidy-quill/core/plan';
import { coolingOf, modelSilence, passRule, spotFits } from '@tidy-quill/core/plan';
import { spotAreaCm2, roundFloat } from '@tidy-quill/core/units';
import { cellHeatText, coolingText, countText, figure, fluenceText, passesText } from '../../text';
import { AddedCoolingSteppers } from './AddedCoolingSteppers';
import { CoolingSteppers } from './CoolingSteppers';
import { Stepper } from '../../widgets/Stepper';
import { DialSteppers } from './DialSteppers';

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
  const spots = handpiece.spots.filter((spot) => spotFits(spot, subject));
  const passes = passRule(protocol, setting.technique, subject, modelSilence(subject));
  const to = (more: Partial<Setting>) => () => onChange({ ...setting, ...more });
  return (
    <div className="steppers">
      <DialSteppers
        handpiece={handpiece}
        setting={setting}
        spots={spots}
        ratesHz={ratesOf(handpiece)}
        energyJ={evaluation?.energyJ ?? null}
        pulseMore={
          evaluation === null
            ? ''
            : `hair relaxation time ${figure(evaluation.hairRelaxationMs)} ms`
        }
        spotMore={coolingText(coolingOf(handpiece, setting))}
        onChange={onChange}
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
        {fluenceText(setting)} × {figure(spot, 2)} cm² over {figure(areaCm2, 0)} cm² is{' '}
        {figure(work.totalJcm2, 0)} J/cm².
      </p>
    </details>
  );
}

const RATE_STEP_HZ = 0.5;

const ratesOf = ({ maxRateHz }: Handpiece): readonly number[] =>
  Array.from({ length: Math.floor(maxRateHz / RATE_STEP_HZ + 1e-9) }, (_, at) =>
    roundFloat((at + 1) * RATE_STEP_HZ),
  );

/** “420 pulses, 3.1 kJ”: what one cell gets over all passes. */
function cellText({ pulses, cells }: Evaluation['work'], energyJ: number): string {
  const each = pulses / Math.max(1, cells);
  const kilojoules = (each * energyJ) / 1000;
  return `${figure(each, 0)} pulses, ${figure(kilojoules, kilojoules < 10 ? 1 : 0)} kJ`;
}

const cellsText = (cells: number | undefined): string =>
  cells === undefined ? '– cells' : countText(cells, 'cell');
