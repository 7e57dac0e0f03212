import './treat.css';
import { marksFor } from '@tidy-quill/core/reaction';
import { MARK_WORDS } from '../../text';
import { useVisit } from '../visit/use-visit';
import { Dialog } from '../../widgets/Dialog';
import { MARK_KEYS, PULSE_STEPS, ROOM_KEYS } from './keys';

/** Every key of the room. */
export function KeyList({ onClose }: { onClose: () => void }) {
  const { area } = useVisit('area');
  const keys: [string, string][] = [
    ['Esc', 'Stop'],
    [ROOM_KEYS.pause, 'Pause, or go on'],
    [ROOM_KEYS.setting, 'Change the setting'],
    ...PULSE_STEPS.map(({ key, count }): [string, string] => [
      key,
      `+ ${count} ${count === 1 ? 'pulse' : 'pulses'}`,
    ]),
    ['Enter', 'The main action: cell done, start, go on to Watch'],
    [ROOM_KEYS.passDone, 'Pass done'],
    [ROOM_KEYS.warm, 'Warm: end the cell, in motion'],
    [ROOM_KEYS.leaveOut, 'Leave the cell out'],
    [ROOM_KEYS.takeStep, 'Take the step that is proposed'],
    [ROOM_KEYS.keepSetting, 'Keep the setting all the same'],
    ['0–9, X', 'Pain 0–9, 10'],
    ...marksFor(area.job).map((mark): [string, string] => [MARK_KEYS[mark], MARK_WORDS[mark]]),
    ['J, H, Y, V', 'After a stop that hurt: the causes'],
    ['O', 'After a stop that hurt: the last one was it'],
    [ROOM_KEYS.undo, 'Undo last press'],
    [ROOM_KEYS.metronome, 'Beat'],
    [ROOM_KEYS.wait, 'Clock for cooling and waits'],
    [ROOM_KEYS.nextLight, 'Next light, on ink'],
    [ROOM_KEYS.coldPack, 'Cold pack laid on, before a cell'],
    [ROOM_KEYS.inStandby, 'After a stop that hurt: the console is in standby'],
    [ROOM_KEYS.goggles, 'Goggle view'],
    [ROOM_KEYS.end, 'End treatment'],
    [ROOM_KEYS.handOver, 'Hand over'],
  ];
  return (
    <Dialog open title="Keys in the room" footer={null} onCancel={onClose}>
      <dl className="key-list">
        {keys.map(([key, word]) => (
          <div key={key}>
            <dt>
              <kbd>{key.length === 1 ? key.toUpperCase() : key}</kbd>
            </dt>
            <dd>{word}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
