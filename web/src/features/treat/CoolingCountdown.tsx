import { coolingPhase } from '@tidy-quill/core/session';
import { useDraft } from '../../app/draft';
import { spanText } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { useNow } from '../../widgets/use-now';
import { useVisit } from '../visit/use-visit';
import type { Session } from './use-session';
import { correctedNow } from '../../visit-engine/clock';
import { ROOM_KEYS } from './keys';

/** Counts down the cold pack before the first pulse of a cell and the cooling after its last one. */
export function CoolingCountdown({ session }: { session: Session }) {
  const { visit, area } = useVisit('visit', 'area');
  const now = useNow();
  const cell = session.current?.number ?? 0;
  const [packedAt, setPackedAt] = useDraft<number | null>(
    `pack ${visit.id} ${area.id} ${cell}`,
    null,
  );
  const phase = coolingPhase(session.run, cell, packedAt, now);
  if (phase === null) return null;
  if (phase.kind === 'layPack') {
    return (
      <KeyButton letter={ROOM_KEYS.coldPack} onPress={() => setPackedAt(correctedNow())}>
        Lay the cold pack on: {phase.seconds} s
      </KeyButton>
    );
  }
  const left = spanText(Math.max(0, phase.leftMs));
  const said =
    phase.leftMs > 0
      ? phase.kind === 'pack'
        ? `Cold pack: ${left} to go`
        : `Cool: ${left} to go`
      : phase.kind === 'pack'
        ? 'Cold pack: take it off'
        : 'Cooling time is over';
  return (
    <p className="cooling-countdown figures" role="timer" aria-live="polite">
      {said}
    </p>
  );
}
