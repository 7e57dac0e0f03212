import { Button } from 'antd';
import { useSyncExternalStore } from 'react';
import { engine } from '../../app/engine';
import { CLOCK_OFF_MS, clockOffset, onClockLearnt } from '../../visit-engine/clock';
import { spanText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useVisit } from './use-visit';

/** Says when entries are only on this tablet, and shows any that the server would not take. */
export function LinkState() {
  const { visit, unsent } = useVisit('visit', 'unsent');
  const { link, entries } = useSyncExternalStore(engine.subscribe, engine.state);
  const refused = entries.filter(
    ({ visitId, status }) => visitId === visit.id && status === 'refused',
  );
  const off = useSyncExternalStore(onClockLearnt, clockOffset);
  return (
    <>
      {Math.abs(off) < CLOCK_OFF_MS ? null : (
        <Notice kind="care" title="This tablet’s clock is wrong">
          <p>
            It is {spanText(Math.abs(off))} {off > 0 ? 'slow' : 'fast'}. Times are corrected to the
            server’s clock; set this one right.
          </p>
        </Notice>
      )}
      {link === 'down' ? (
        <Notice kind="care" title="The server cannot be reached">
          <p>
            {unsent === 0
              ? 'What you enter now is kept on this tablet and sent when the link is back.'
              : `${unsent === 1 ? '1 entry is' : `${unsent} entries are`} kept on this tablet and will be sent.`}
          </p>
        </Notice>
      ) : null}
      {refused.map(({ event, refused: why }) => (
        <Notice key={event.id} kind="stop" title="One entry was not taken">
          <p>{why}</p>
          <Button onClick={() => void engine.putAside(event.id)}>I have read this</Button>
        </Notice>
      ))}
    </>
  );
}
