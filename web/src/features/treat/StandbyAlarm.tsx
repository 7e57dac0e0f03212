import { useEffect } from 'react';
import { useDraft } from '../../app/draft';
import { KeyButton } from '../../widgets/KeyButton';
import { soundTone } from '../../widgets/tone';
import { useConsole } from '../console/room-console';
import { useVisit } from '../visit/use-visit';
import { ROOM_KEYS } from './keys';

const EVERY_MS = 1500;

/**
 * After a stop that hurt the console goes to standby: the server asks it to where it is linked. Red and audible until it
 * says that it has, or somebody confirms it by hand.
 */
export function StandbyAlarm() {
  const { visit, area, record } = useVisit('visit', 'area', 'record');
  const { run } = record;
  const live = useConsole();
  const stop = `${run.pains.length} ${run.marks.length}`;
  const [confirmed, setConfirmed] = useDraft(`standby ${visit.id} ${area.id} ${stop}`, false);
  const hurt = run.state === 'stopped' && run.harmed;
  const state = live?.link === 'up' ? live.status?.state : undefined;
  const safe = state === 'standby' || state === 'off';
  const alarming = hurt && !safe && !confirmed;
  useAlarm(alarming);
  if (!hurt) return null;
  if (!alarming) return <p className="standby-said">✓ Console in standby</p>;
  return (
    <div className="standby-alarm" role="alert">
      <strong>■ Console to standby, now</strong>
      <span>
        {live === undefined
          ? 'No console is linked in this room: press its standby by hand.'
          : state === undefined
            ? 'No link to the console: press its standby by hand.'
            : 'It has been asked to; look at the console itself.'}
      </span>
      <KeyButton letter={ROOM_KEYS.inStandby} kind="stop" onPress={() => setConfirmed(true)}>
        Console is in standby
      </KeyButton>
    </div>
  );
}

/** Sounds a tone again and again while `on`. */
function useAlarm(on: boolean): void {
  useEffect(() => {
    if (!on) return;
    const audio = new AudioContext();
    const sound = () => soundTone(audio);
    sound();
    const timer = setInterval(sound, EVERY_MS);
    return () => {
      clearInterval(timer);
      void audio.close();
    };
  }, [on]);
}
