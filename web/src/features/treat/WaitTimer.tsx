import { useDraft } from '../../app/draft';
import { spanText } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { useNow } from '../../widgets/use-now';
import { useVisit } from '../visit/use-visit';
import { correctedNow } from '../../visit-engine/clock';
import { ROOM_KEYS } from './keys';

/** A clock for cooling before and after, and for waits: started and ended by one press, and kept through a reload. */
export function WaitTimer() {
  const { visit, area } = useVisit('visit', 'area');
  const now = useNow();
  const [since, setSince, clear] = useDraft<number | null>(`wait ${visit.id} ${area.id}`, null);
  return (
    <KeyButton
      letter={ROOM_KEYS.wait}
      pressed={since !== null}
      onPress={() => (since === null ? setSince(correctedNow()) : clear())}
    >
      {since === null ? 'Cool or wait' : spanText(now - since)}
    </KeyButton>
  );
}
