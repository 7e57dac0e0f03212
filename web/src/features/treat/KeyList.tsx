import { marksFor } from '@tidy-quill/core/reaction';
import { MARK_WORDS } from '../../text';
import { useOpenVisit } from '../visit/use-visit';
import { Dialog } from '../../widgets/Dialog';
import { MARK_KEYS, PULSE_STEPS } from './keys';

/** Every key of the room. */
export function KeyList({ onClose }: { onClose: () => void }) {
  const { area } = useOpenVisit();
  const keys: [string, string][] = [
    ['Esc', 'Stop'],
    ['P', 'Pause, or go on'],
    ['L', 'Change the setting'],
    ...PULSE_STEPS.map(({ key, count }): [string, string] => [
      key.toUpperCase(),
      `+ ${count} ${count === 1 ? 'pulse' : 'pulses'}`,
    ]),
    ['Enter', 'The main action: cell done, start, go on to Watch'],
    ['V', 'Pass done'],
    ['A', 'Warm: end the cell, in motion'],
    ['O', 'Leave the cell out'],
    ['E', 'Take the step that is proposed'],
    ['Q', 'Keep the setting all the same'],
    ['0–9, X', 'Pain 0–9, 10'],
    ...marksFor(area.job).map((mark): [string, string] => [
      MARK_KEYS[mark].toUpperCase(),
      MARK_WORDS[mark],
    ]),
    ['J, H, Y, V', 'After a stop that hurt: the causes'],
    ['O', 'After a stop that hurt: the last one was it'],
    ['U', 'Undo last press'],
    ['M', 'Beat'],
    ['T', 'Clock for cooling and waits'],
    ['/', 'Next light, on ink'],
    ['Z', 'Goggle view'],
    ['.', 'End treatment'],
    [',', 'Hand over'],
  ];
  return (
    <Dialog open title="Keys in the room" footer={null} onCancel={onClose}>
      <dl className="key-list">
        {keys.map(([key, word]) => (
          <div key={key}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{word}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
