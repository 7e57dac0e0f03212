import {
  coolingDials,
  coolingOf,
  dialled,
  turned,
  type CoolingDial,
  type Handpiece,
  type Setting,
} from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { coolingText, figure } from '../../text';
import { Stepper } from '../../widgets/Stepper';

const DIAL_WORDS: Readonly<Record<CoolingDial['field'], { name: string; unit: string }>> = {
  plateC: { name: 'Plate', unit: '°C plate' },
  preSeconds: { name: 'Contact before the pulse', unit: 's contact before' },
  spurtMs: { name: 'Cryogen spurt', unit: 'ms spurt' },
  delayMs: { name: 'Delay after the spurt', unit: 'ms delay' },
  seconds: { name: 'Ice before', unit: 's of ice before' },
};

const KEYS: readonly (readonly [string, string])[] = [
  ['c', 'v'],
  ['x', 'z'],
];

/** The cooling's dials, each moved by its own step; nothing where it cannot be dialled. */
export function CoolingSteppers({
  handpiece,
  setting,
  onChange,
}: {
  handpiece: Handpiece;
  setting: Setting;
  onChange: (setting: Setting) => void;
}) {
  const cooling = coolingOf(handpiece, setting);
  return coolingDials(cooling).map((dial, i) => {
    const { name, unit } = DIAL_WORDS[dial.field];
    const move = (steps: number) => {
      const next = turned(cooling, dial, steps);
      return next === null ? null : () => onChange({ ...setting, cooling: next });
    };
    const own = dialled(handpiece.cooling, dial);
    return (
      <Stepper
        key={dial.field}
        label={name}
        figure={figure(dialled(cooling, dial))}
        unit={unit}
        more={
          own === dialled(cooling, dial)
            ? `step ${dial.step}`
            : `this console’s usual: ${coolingText(handpiece.cooling)}`
        }
        keys={defined(KEYS[i])}
        onLess={move(-1)}
        onMore={move(1)}
      />
    );
  });
}
