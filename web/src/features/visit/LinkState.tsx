import { Button } from 'antd';
import { putAside } from '../../app/event-sync';
import { CLOCK_OFF_MS, useClockOffset } from '../../app/clock';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { spanText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useOpenVisit } from './use-visit';

/** Says when entries are only on this tablet, and shows any that the server would not take. */
export function LinkState() {
  const { visit, unsent } = useOpenVisit();
  const dispatch = useAppDispatch();
  const { link, waiting } = useAppSelector((state) => state.outbox);
  const refused = waiting.filter((each) => each.visitId === visit.id && each.refused !== null);
  const off = useClockOffset();
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
          <Button onClick={() => void dispatch(putAside(event.id))}>I have read this</Button>
        </Notice>
      ))}
    </>
  );
}
