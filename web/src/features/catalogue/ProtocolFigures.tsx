import './catalogue.css';
import { habitOf, TECHNIQUES, type Protocol } from '@tidy-quill/core/plan';
import { USUAL_PAIN_MINUTES } from '@tidy-quill/core/reaction';
import { TECHNIQUE_WORDS } from '../../text';
import { FigureField } from './FigureField';
import { LearningFigures } from './LearningFigures';

/** The protocol's figures beside its rows: margins, pace, and each technique's habit. */
export function ProtocolFigures({
  protocol,
  editable,
  onChange,
}: {
  protocol: Protocol;
  editable: boolean;
  onChange: (protocol: Protocol) => void;
}) {
  const { margins, pace, techniques, learning } = protocol;
  const figure = (
    label: string,
    value: number,
    unit: string,
    bounds: readonly [number, number, number],
    set: (value: number) => Protocol,
  ) => (
    <FigureField
      key={label}
      {...{ label, value, unit, bounds, editable }}
      onChange={(next) => onChange(set(next))}
    />
  );
  const margin = (label: string, key: keyof Protocol['margins']) =>
    figure(label, margins[key], 'of ceiling', [0.1, 0.8, 0.01], (value) => ({
      ...protocol,
      margins: { ...margins, [key]: value },
    }));
  const pacing = (
    label: string,
    key: keyof Protocol['pace'],
    unit: string,
    bounds: readonly [number, number, number],
  ) =>
    figure(label, pace[key] ?? USUAL_PAIN_MINUTES, unit, bounds, (value) => ({
      ...protocol,
      pace: { ...pace, [key]: value },
    }));
  return (
    <div className="protocol-figures">
      <section>
        <h2>Margins below the model’s ceiling</h2>
        {margin('Usual', 'usual')}
        {margin('Working types IV–VI', 'darkSkin')}
        {margin('Typed only, or a tan', 'doubtful')}
        <LearningFigures
          rule={learning}
          editable={editable}
          onChange={(rule) => onChange({ ...protocol, learning: rule })}
        />
      </section>
      <section>
        <h2>Pace</h2>
        {pacing('Largest share of gaps', 'allowedGapShare', 'of area', [0, 0.2, 0.01])}
        {pacing('A move of the hand', 'secondsPerMove', 's', [0, 60, 1])}
        {pacing('Pulses between moves', 'pulsesPerMove', '', [1, 1000, 1])}
        {pacing('Gel on 100 cm²', 'gelSecondsPer100Cm2', 's', [0, 600, 5])}
        {pacing('Checks in all', 'checkSeconds', 's', [0, 3600, 10])}
        {pacing('Ask for pain every', 'painMinutes', 'min', [0.5, 30, 0.5])}
      </section>
      <section>
        <h2>Usual rate and passes</h2>
        {TECHNIQUES.map((key) => {
          const habit = habitOf(protocol, key);
          const { passRange, bonyPassRange } = habit;
          const set = (more: Partial<typeof habit>): Protocol => ({
            ...protocol,
            techniques: { ...techniques, [key]: { ...habit, ...more } },
          });
          const word = TECHNIQUE_WORDS[key];
          return (
            <div key={key} className="field-row">
              {figure(`Rate, ${word}`, habit.rateHz, 'Hz', [0.1, 20, 0.1], (rateHz) =>
                set({ rateHz }),
              )}
              {figure(`Passes, ${word}`, habit.passes, '', [1, 20, 1], (passes) => set({ passes }))}
              {passRange.high === 1 ? null : (
                <>
                  {figure(`Fewest passes, ${word}`, passRange.low, '', [1, 20, 1], (low) =>
                    set({ passRange: { ...passRange, low } }),
                  )}
                  {figure(`Most passes, ${word}`, passRange.high, '', [1, 20, 1], (high) =>
                    set({ passRange: { ...passRange, high } }),
                  )}
                  {figure(
                    `Most single passes over bone, ${word}`,
                    bonyPassRange.high,
                    '',
                    [1, 20, 1],
                    (high) => set({ bonyPassRange: { low: 1, high } }),
                  )}
                  {figure(
                    `Rest after each over bone, ${word}`,
                    habit.restSeconds,
                    's',
                    [0, 600, 5],
                    (restSeconds) => set({ restSeconds }),
                  )}
                  {figure(
                    `Size of a cell, ${word}`,
                    habit.cellCm2,
                    'cm²',
                    [1, 5000, 5],
                    (cellCm2) => set({ cellCm2 }),
                  )}
                  {figure(`Warm at 2 mm, ${word}`, habit.warmC, '°C', [38, 60, 0.5], (warmC) =>
                    set({ warmC }),
                  )}
                </>
              )}
            </div>
          );
        })}
      </section>
    </div>
  );
}
