import { PROVOKED, type ConsoleStatus, type ToConsole } from '@tidy-quill/contract/console';
import { Button } from 'antd';
import { useState } from 'react';
import { useVisit } from '../visit/use-visit';
import { useConsole } from './room-console';
import { orderConsole } from './order';

const WORDS: Readonly<Record<(typeof PROVOKED)[number], string>> = {
  lostLink: 'lost link',
  otherSettings: 'other settings',
  warmTip: 'warm tip',
  openInterlock: 'open door',
  counterJump: 'counter jump',
  emergencyStop: 'emergency stop',
};

/** What hand and foot would do at a real console, and its faults to practise with; a stand-in only. */
export function SimulatedControls({
  planned,
  cut = false,
}: {
  planned?: ConsoleStatus['setting'];
  /** Whether its link is cut: the one thing left is to mend it. */
  cut?: boolean;
}) {
  const { visit, record } = useVisit('visit', 'record');
  const off = useConsole()?.status?.state === 'off';
  const [on, setOn] = useState<ReadonlySet<string>>(new Set(cut ? ['lostLink'] : []));
  const order = (what: ToConsole) => void orderConsole(visit.id, what);
  const cooling = record.run.setting?.cooling ?? record.plan?.cooling;
  const tipC = cooling !== undefined && 'plateC' in cooling ? cooling.plateC : null;
  const provoke = (what: (typeof PROVOKED)[number]) => {
    const next = new Set(on);
    if (on.has(what) || what === 'counterJump') next.delete(what);
    else next.add(what);
    order({ type: 'provoke', what, on: !on.has(what) });
    setOn(next);
  };
  return (
    <details className="simulated">
      <summary>This console is simulated: hand, foot and faults</summary>
      <div className="simulated-row">
        <Button size="small" onClick={() => order({ type: 'power', on: off })}>
          {off ? 'Power on' : 'Power off'}
        </Button>
        {planned === undefined ? null : (
          <Button size="small" onClick={() => order({ type: 'dial', setting: planned, tipC })}>
            Dial as planned
          </Button>
        )}
        <Button size="small" onClick={() => order({ type: 'standby' })}>
          Standby
        </Button>
        <Button size="small" onClick={() => order({ type: 'ready' })}>
          Ready
        </Button>
        <Button size="small" onClick={() => order({ type: 'pedal', pulses: 1 })}>
          Pedal
        </Button>
        <Button size="small" onClick={() => order({ type: 'pedal', pulses: 5 })}>
          Pedal × 5
        </Button>
      </div>
      <div className="simulated-row" role="group" aria-label="Faults to provoke">
        {PROVOKED.filter((what) => what !== 'warmTip' || tipC !== null).map((what) => (
          <Button
            key={what}
            size="small"
            danger={on.has(what)}
            aria-pressed={on.has(what)}
            onClick={() => provoke(what)}
          >
            {on.has(what) ? `✓ ${WORDS[what]}` : WORDS[what]}
          </Button>
        ))}
      </div>
    </details>
  );
}
